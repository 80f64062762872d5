<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import VerdictSign from "./VerdictSign.svelte";

	interface Props {
		criteria: ReportBody["criteria"];
		lit?: ReadonlySet<string>;
		onpoint?: (id: string | null) => void;
	}
	const { criteria, lit = new Set<string>(), onpoint }: Props = $props();
	const where = (lines: readonly number[]) => (lines.length === 0 ? "" : `Line${lines.length > 1 ? "s" : ""} ${lines.slice(0, 5).join(", ")}${lines.length > 5 ? " …" : ""}.`);
</script>

<ul>
	{#each criteria as c (c.id)}
		{@const on = lit.has(c.id)}
		<li>
			<button type="button" class="grid w-full grid-cols-[22px_1fr_auto] gap-x-2 border-b border-rule px-1.5 py-[7px] text-left" class:lit={on} data-criterion={c.id} onpointerenter={() => onpoint?.(c.id)} onpointerleave={() => onpoint?.(null)} onfocus={() => onpoint?.(c.id)} onblur={() => onpoint?.(null)}>
				<VerdictSign verdict={c.verdict} />
				<span>{c.asks}</span>
				<span class="font-mono text-[13px] {on ? '' : 'text-ink-soft'}">{c.points}/{c.possible}</span>
				{#if c.verdict !== "met"}
					<span class="col-span-2 col-start-2 text-[13px] leading-snug {on ? '' : 'text-ink-soft'}">{c.sentence} {where(c.lines)}</span>
				{/if}
			</button>
		</li>
	{/each}
</ul>
