<script lang="ts">
	import Notice from "../../parts/Notice.svelte";
	import { api } from "../../state/api.ts";
	import { Loading } from "../../state/loading.svelte.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.listClasses>>>();
	loading.load(() => api.listClasses({}));
</script>

<svelte:head><title>Classes · Mark Pen</title></svelte:head>
<div class="max-w-3xl px-4 py-5 sm:px-6">
	<h1 class="mb-4">Classes</h1>
	{#if loading.error}<Notice role="alert">{loading.error}</Notice>{/if}
	{#if loading.value}
		<ul class="border-t border-rule">
			{#each loading.value.classes as c (c.id)}
				<li class="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2.5">
					<a href="/classes/{c.id}" class="font-semibold">{c.name}</a>
					<span class="text-ink-soft">{c.schoolYear}</span>
					<span class="grow"></span>
					<span class="text-ink-soft">{c.students} students, {c.assignments} assignments</span>
				</li>
			{:else}
				<li class="py-3 text-ink-soft">You have no class yet. Make one with “markpen class new”, or have an administrator load an archive.</li>
			{/each}
		</ul>
	{/if}
</div>
