<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import { piecesOf } from "../state/nib-words.ts";

	interface Props {
		source: string;
		errors?: ReportBody["errors"];
		lit?: ReadonlySet<number>;
		onpoint?: (line: number | null) => void;
	}
	const { source, errors = [], lit = new Set<number>(), onpoint }: Props = $props();
	const lines = $derived(source.replace(/\n$/, "").split("\n"));
	let here = $state<number | null>(null);

	function point(line: number | null) {
		here = line;
		onpoint?.(line);
	}

	function step(event: KeyboardEvent) {
		const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
		if (by === undefined) return;
		event.preventDefault();
		point(Math.max(1, Math.min(lines.length, (here ?? (by > 0 ? 0 : lines.length + 1)) + by)));
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions: arrow keys go from line to line -->
<div role="application" aria-label="Source; arrow keys go from line to line and light what each drew" tabindex="0" onkeydown={step} onblur={() => point(null)} class="overflow-auto border border-rule-strong bg-sheet py-2 font-mono text-[13.5px] leading-[1.62]">
	{#each lines as line, i (i)}
		{@const number = i + 1}
		<!-- svelte-ignore a11y_no_static_element_interactions: the same is reached by the arrow keys -->
		<div class="grid grid-cols-[34px_1fr] pr-2.5" class:lit={lit.has(number)} data-line={number} onpointerenter={() => point(number)} onpointerleave={() => point(null)}>
			<span class="pr-2.5 text-right select-none {lit.has(number) ? '' : 'text-ink-faint'}">{number}</span>
			<span class="break-words whitespace-pre-wrap">{#each piecesOf(line) as piece, k (k)}<span class={piece.as === "head" ? `font-semibold ${lit.has(number) ? "" : "text-act"}` : piece.as === "comment" ? (lit.has(number) ? "" : "text-ink-faint") : ""}>{piece.text}</span>{/each}{line === "" ? " " : ""}</span>
		</div>
		{#each errors.filter((e) => e.line === number) as error (error.column)}
			<p class="my-1 ml-[34px] border-l-[3px] border-missed py-0.5 pl-2.5 font-sans text-[13px] leading-snug">{error.message}</p>
		{/each}
	{/each}
</div>
