<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import type { LanguageId } from "@markpen/core";
	import { sourcePieces } from "../worker/source-pieces.ts";

	interface Props {
		source: string;
		/** What it is written in. */
		language?: LanguageId;
		errors?: ReportBody["errors"];
		lit?: ReadonlySet<number>;
		/** The line at which a replay stands. */
		here?: number | null;
		/** What people wrote of lines, by the last line of each. */
		comments?: readonly { readonly id: string; readonly after: number; readonly words: string; readonly by: string }[];
		onpoint?: (line: number | null) => void;
		onpick?: (line: number) => void;
		name?: string;
	}
	const {
		source,
		language = "nib",
		errors = [],
		lit = new Set<number>(),
		here = null,
		comments = [],
		onpoint,
		onpick,
		name = "Source",
	}: Props = $props();
	const lines = $derived(source.replace(/\n$/, "").split("\n"));
	let at = $state<number | null>(null);
	let host = $state<HTMLDivElement>();

	$effect(() => {
		if (here !== null) host?.querySelector(`[data-line="${here}"]`)?.scrollIntoView({ block: "nearest" });
	});

	function point(line: number | null) {
		at = line;
		onpoint?.(line);
	}

	function step(event: KeyboardEvent) {
		if (event.key === "Enter" && at !== null) onpick?.(at);
		const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
		if (by === undefined) return;
		event.preventDefault();
		point(Math.max(1, Math.min(lines.length, (at ?? (by > 0 ? 0 : lines.length + 1)) + by)));
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions: arrow keys go from line to line -->
<div
	bind:this={host}
	role="application"
	aria-label="{name}. Arrow keys move between lines and mark what each line drew"
	tabindex="0"
	onkeydown={step}
	onblur={() => point(null)}
	class="max-h-[64vh] overflow-auto border border-rule-strong bg-sheet py-2 font-mono text-source leading-[1.62]"
>
	{#each lines as line, i (i)}
		{@const number = i + 1}
		{@const on = lit.has(number) || here === number}
		<!-- svelte-ignore a11y_no_static_element_interactions, a11y_click_events_have_key_events: the same is reached by the arrow keys and Enter -->
		<div
			class="grid grid-cols-[34px_minmax(0,1fr)] pr-2.5"
			class:lit={on}
			data-line={number}
			onclick={() => onpick?.(number)}
			onpointerenter={() => point(number)}
			onpointerleave={() => point(null)}
		>
			<span class="pr-2.5 text-right select-none {on ? '' : 'text-ink-faint'}">{number}</span>
			<span class="break-words whitespace-pre-wrap"
				>{#each sourcePieces(line, language) as piece, k (k)}<span
						class={piece.as === "head"
							? `font-semibold ${on ? "" : "text-act"}`
							: piece.as === "comment"
								? on
									? ""
									: "text-ink-faint"
								: ""}>{piece.text}</span
					>{/each}{line === "" ? " " : ""}</span
			>
		</div>
		{#each errors.filter((e) => e.line === number) as error (error.column)}
			<p class="my-1 ml-[34px] border-l-[3px] border-missed py-0.5 pl-2.5 font-sans text-small leading-snug">
				{error.message}
			</p>
		{/each}
		{#each comments.filter((c) => c.after === number) as c (c.id)}
			<p class="by-hand my-1 ml-[34px] font-sans text-small leading-snug">
				{c.words} <span class="text-ink-soft">{c.by}</span>
			</p>
		{/each}
	{/each}
</div>
