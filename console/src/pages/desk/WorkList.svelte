<script lang="ts">
	import type { Work } from "@markpen/contract";
	import Nothing from "../../parts/Nothing.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { fromNow, moment } from "../../state/site/times.ts";
	import { pointsText } from "../../state/hand-in/verdicts.ts";
	import Strip from "./Strip.svelte";
	import { nextStep, sortedWork } from "../../state/desk/work-list.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.listWork>>>();
	loading.load(() => api.listWork({}), "my work");
	const shownOf = (w: Work) => w.handIns.find((h) => h.counts) ?? w.handIns.at(-1);
</script>

{#snippet rows(of: readonly Work[])}
	<ul>
		{#each of as w (w.assignmentId + w.exercise.id)}
			{@const last = shownOf(w)}
			<li class="grid grid-cols-[84px_minmax(0,1fr)] items-center gap-x-4 border-b border-rule py-2">
				{#if last}<a href="/hand-ins/{last.id}" aria-hidden="true" tabindex="-1"
						><img
							src="/api/v1/hand-ins/{last.id}/drawing.svg"
							alt=""
							class="aspect-[4/3] w-full border border-rule-strong bg-sheet object-contain"
						/></a
					>{:else}<span class="block aspect-[4/3] border border-dashed border-rule-strong"></span>{/if}
				<div class="flex flex-wrap items-baseline gap-x-4 gap-y-0.5">
					<a href="/desk/{w.assignmentId}/{w.exercise.id}" class="text-lead font-semibold">{w.exercise.title}</a>
					<span class="text-ink-soft" title={moment(w.dueAt)}
						>{Date.parse(w.closesAt) > Date.now() ? `due ${fromNow(w.dueAt)}` : `was due ${fromNow(w.dueAt)}`}</span
					>
					<span class="grow"></span>
					{#if last}<a href="/hand-ins/{last.id}">try {last.tryNumber}: {pointsText(last.points)} points</a>{/if}
					<span class="quiet w-full">{nextStep(w)}</span>
				</div>
			</li>
		{/each}
	</ul>
{/snippet}

<Head title="My work" />
<Fetched {loading} what="your work">
	{#snippet children(page)}
		{@const of = sortedWork(page.work)}
		<div class="max-w-3xl px-4 py-4 sm:px-6">
			{#each of.units as u (u.id)}<p class="mb-3"><b>{u.unit}</b>: {u.done} of {u.of} done</p>{/each}
			{#if of.open.length > 0}<h2 class="mb-1 text-lead">To do</h2>
				{@render rows(of.open)}{/if}
			{#if of.answered.length > 0}<h2 class="mt-6 mb-1 text-lead">With feedback</h2>
				{@render rows(of.answered)}{/if}
			{#if of.over.length > 0}<h2 class="mt-6 mb-1 text-lead">Closed</h2>
				{@render rows(of.over)}{/if}
			{#if page.work.length === 0}
				<Nothing
					bare
					says="You have no work yet. Work that your teacher sets appears here."
					to={{ href: "/free", text: "Make a free drawing" }}
				/>{/if}
		</div>
		<Strip work={page.work} />
	{/snippet}
</Fetched>
