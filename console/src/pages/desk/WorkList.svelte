<script lang="ts">
	import Notice from "../../parts/Notice.svelte";
	import { api } from "../../state/api.ts";
	import { Loading } from "../../state/loading.svelte.ts";
	import { fromNow, moment } from "../../state/times.ts";
	import { pointsText } from "../../state/verdicts.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.listWork>>>();
	loading.load(() => api.listWork({}));
	const open = (closesAt: string) => Date.parse(closesAt) > Date.now();
</script>

<svelte:head><title>My work · Mark Pen</title></svelte:head>
<div class="max-w-3xl px-4 py-5 sm:px-6">
	<h1 class="mb-4">My work</h1>
	{#if loading.error}<Notice role="alert">{loading.error}</Notice>{/if}
	{#if loading.value}
		<ul class="border-t border-rule">
			{#each [...loading.value.work].reverse() as w (w.assignmentId + w.exercise.id)}
				{@const last = w.handIns.at(-1)}
				<li class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-rule py-2.5">
					<a href="/desk/{w.assignmentId}/{w.exercise.id}" class="font-semibold">{w.exercise.title}</a>
					<span class="text-ink-soft" title={moment(w.dueAt)}>{open(w.closesAt) ? `due ${fromNow(w.dueAt)}` : "closed"}</span>
					<span class="grow"></span>
					{#if last}<a href="/hand-ins/{last.id}">try {last.tryNumber}: {pointsText(last.points)} points</a>{:else}<span class="text-ink-soft">nothing handed in yet</span>{/if}
				</li>
			{:else}
				<li class="py-3 text-ink-soft">There is nothing to do yet.</li>
			{/each}
		</ul>
	{/if}
</div>
