<script lang="ts">
	import type { HandInPage, ReportBody } from "@markpen/contract";
	import type { Snippet } from "svelte";
	import { underHeadings } from "../state/desk/headings.ts";
	import VerdictSign from "./VerdictSign.svelte";
	import Words from "./Words.svelte";

	type Criterion = ReportBody["criteria"][number];
	interface Props {
		criteria: ReportBody["criteria"];
		/** Points with what people decided. */
		standings?: HandInPage["criteria"];
		lit?: ReadonlySet<string>;
		onpoint?: (id: string | null) => void;
		onpick?: (id: string) => void;
		/** Whether rows are small: of what needs no more doing. */
		small?: boolean;
		/** Whether they are under the headings that the exercise gives them. */
		headed?: boolean;
		/** What is below a criterion. */
		more?: Snippet<[Criterion, HandInPage["criteria"][number] | undefined]>;
	}
	const {
		criteria,
		standings = [],
		lit = new Set<string>(),
		onpoint,
		onpick,
		small = false,
		headed = false,
		more,
	}: Props = $props();
	const standingOf = (id: string) => standings.find((s) => s.id === id);
	const where = (lines: readonly number[]) =>
		lines.length === 0
			? ""
			: `Line${lines.length > 1 ? "s" : ""} ${lines.slice(0, 5).join(", ")}${lines.length > 5 ? " …" : ""}.`;
</script>

{#each headed ? underHeadings(criteria) : [{ heading: null, criteria }] as group (group.heading)}
	{#if group.heading}<h3 class="quiet mt-3 font-semibold">{group.heading}</h3>{/if}
	<ul>
		{#each group.criteria as c (c.id)}
			{@const on = lit.has(c.id)}
			{@const standing = standingOf(c.id)}
			<li class="relative border-b border-rule">
				<button
					type="button"
					class="grid w-full grid-cols-[22px_1fr_auto] gap-x-2 px-1.5 text-left {small
						? 'py-[3px] text-small'
						: 'py-[7px]'}"
					class:lit={on}
					data-criterion={c.id}
					onclick={() => onpick?.(c.id)}
					onpointerenter={() => onpoint?.(c.id)}
					onpointerleave={() => onpoint?.(null)}
					onfocus={() => onpoint?.(c.id)}
					onblur={() => onpoint?.(null)}
				>
					<VerdictSign
						verdict={c.waits && standing?.judged !== null && standing
							? standing.points >= c.possible
								? "met"
								: standing.points > 0
									? "partly"
									: "missed"
							: c.verdict}
					/>
					<span><Words text={c.asks} /></span>
					<span class="font-mono text-small {on ? '' : 'text-ink-soft'}"
						>{standing?.points ?? c.points ?? "–"}/{c.possible}</span
					>
					{#if c.verdict !== "met"}
						<span class="quiet col-span-2 col-start-2"
							><Words text={c.sentence} />
							{where(c.lines)}{c.follows === undefined
								? ""
								: ` Follows from line ${c.follows}, so nothing is deducted.`}</span
						>
					{/if}
				</button>
				{@render more?.(c, standing)}
			</li>
		{/each}
	</ul>
{/each}
