<script lang="ts">
	import type { TodayRow } from "@markpen/contract";
	import Fetched from "../../parts/Fetched.svelte";
	import FirstSteps from "../../parts/FirstSteps.svelte";
	import Head from "../../parts/Head.svelte";
	import StuckList from "../../parts/StuckList.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { fromNow, moment } from "../../state/site/times.ts";
	import { todaysOf } from "../../state/class/todays.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.showToday>>>();
	loading.load(() => api.showToday({}), "today");
	const linkOf = (r: TodayRow, to = "") => `/assignments/${r.assignmentId}/${r.exercise}${to}`;
</script>

{#snippet rows(of: readonly TodayRow[], says: (r: TodayRow) => string, to: string, drawings = false)}
	<ul>
		{#each of as r (r.assignmentId + r.exercise)}
			<li class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5">
				{#if drawings && r.newest.length > 0}<a
						href={linkOf(r, to)}
						class="flex w-full gap-2 pb-1"
						aria-label="Drawings of {r.title}"
						>{#each r.newest as handIn (handIn)}<img
								src="/api/v1/hand-ins/{handIn}/drawing.svg"
								alt=""
								loading="lazy"
								class="aspect-[4/3] w-20 border border-rule-strong bg-sheet object-contain"
							/>{/each}</a
					>{/if}
				<a href={linkOf(r, to)} class="font-semibold">{r.title}</a><span class="text-ink-soft">{r.className}</span><span
					class="grow"
				></span><span class="text-small" title={moment(r.closesAt)}>{says(r)}</span>
			</li>
		{/each}
	</ul>
{/snippet}

<Head title="Today" />
<Fetched {loading} what="today">
	{#snippet children(today)}
		{@const of = todaysOf(today.rows)}
		<FirstSteps {today} />
		{#if today.rows.length > 0}
			<div class="grid gap-x-10 gap-y-6 px-4 py-5 sm:px-6 lg:grid-cols-2">
				<section aria-labelledby="stuck">
					<h2 id="stuck" class="mb-1 text-lead">Stuck</h2>
					{#if today.stuck.length > 0}<StuckList
							stuck={today.stuck}
							titles={Object.fromEntries(today.rows.map((r) => [r.exercise, r.title]))}
						/>{:else}<p class="quiet">No one seems stuck.</p>{/if}
				</section>
				<section aria-labelledby="fresh">
					<h2 id="fresh" class="mb-1 text-lead">New hand-ins</h2>
					{#if of.fresh.length > 0}{@render rows(
							of.fresh,
							(r) => `${r.fresh} since yesterday, ${r.handedIn} of ${r.students} in all`,
							"",
							true,
						)}{:else}<p class="quiet">No new hand-ins since yesterday.</p>{/if}
				</section>
				<section aria-labelledby="closing">
					<h2 id="closing" class="mb-1 text-lead">Closing soon</h2>
					{#if of.closing.length > 0}{@render rows(
							of.closing,
							(r) => `closes ${fromNow(r.closesAt)}, ${r.students - r.handedIn} not handed in`,
							"",
						)}{:else}<p class="quiet">Nothing closes in the next three days.</p>{/if}
				</section>
				<section aria-labelledby="judge">
					<h2 id="judge" class="mb-1 text-lead">To judge</h2>
					{#if of.toJudge.length > 0}{@render rows(of.toJudge, (r) => `${r.toJudge} to judge`, "/judging")}{:else}<p
							class="quiet"
						>
							Nothing to judge.
						</p>{/if}
				</section>
				<section aria-labelledby="held">
					<h2 id="held" class="mb-1 text-lead">Not released</h2>
					{#if of.held.length > 0}{@render rows(of.held, (r) => `${r.notReleased} not released`, "")}{:else}<p
							class="quiet"
						>
							Everything is released.
						</p>{/if}
				</section>
			</div>
		{/if}
	{/snippet}
</Fetched>
