<script lang="ts">
	import type { HandInPage, ReportBody } from "@markpen/contract";
	import VerdictSign from "./VerdictSign.svelte";

	interface Props {
		criteria: ReportBody["criteria"];
		/** Points with what people decided. */
		standings?: HandInPage["criteria"];
		lit?: ReadonlySet<string>;
		onpoint?: (id: string | null) => void;
	}
	const { criteria, standings = [], lit = new Set<string>(), onpoint }: Props = $props();
	const standingOf = (id: string) => standings.find((s) => s.id === id);
	const where = (lines: readonly number[]) => (lines.length === 0 ? "" : `Line${lines.length > 1 ? "s" : ""} ${lines.slice(0, 5).join(", ")}${lines.length > 5 ? " …" : ""}.`);
</script>

<ul>
	{#each criteria as c (c.id)}
		{@const on = lit.has(c.id)}
		{@const standing = standingOf(c.id)}
		<li>
			<button type="button" class="grid w-full grid-cols-[22px_1fr_auto] gap-x-2 border-b border-rule px-1.5 py-[7px] text-left" class:lit={on} data-criterion={c.id} onpointerenter={() => onpoint?.(c.id)} onpointerleave={() => onpoint?.(null)} onfocus={() => onpoint?.(c.id)} onblur={() => onpoint?.(null)}>
				<VerdictSign verdict={c.verdict} />
				<span>{c.asks}</span>
				<span class="font-mono text-[13px] {on ? '' : 'text-ink-soft'}">{standing?.points ?? c.points ?? "–"}/{c.possible}</span>
				{#if c.verdict !== "met"}
					<span class="col-span-2 col-start-2 text-[13px] leading-snug {on ? '' : 'text-ink-soft'}">{c.sentence} {where(c.lines)}</span>
				{/if}
				{#if standing?.adjusted}
					<span class="col-span-2 col-start-2 text-[13px] leading-snug {on ? '' : 'text-ink-soft'}">Adjusted by {standing.adjusted.by}: {standing.adjusted.reason}</span>
				{/if}
			</button>
		</li>
	{/each}
</ul>
