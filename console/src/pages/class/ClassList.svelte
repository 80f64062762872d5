<script lang="ts">
	import { counted } from "@markpen/core";
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import OneRosterImport from "./OneRosterImport.svelte";
	import { session } from "../../state/site/session.svelte.ts";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { Query } from "../../state/site/query.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import { moment } from "../../state/site/times.ts";

	const loading = new Loading<Awaited<ReturnType<typeof api.listClasses>>>();
	const query = new Query();
	const closed = $derived(query.get("closed") !== "");
	$effect(
		() =>
			void loading.load(() => api.listClasses({ query: { closed: closed ? "true" : "false" } }), `classes ${closed}`),
	);

	let importing = $state(false);
	let making = $state(false);
	let name = $state("");
	let schoolYear = $state("");
	const school = new Loading<Awaited<ReturnType<typeof api.showSchoolSettings>>>();

	/** Asks for the new class's name; the rest begins as the school has it. */
	async function open() {
		making = true;
		await school.load(() => api.showSchoolSettings({}), "school settings");
		schoolYear ||= school.value?.schoolYear ?? "";
	}
	$effect(() => {
		if (location.hash === "#new") void open();
	});

	async function make(event: SubmitEvent) {
		event.preventDefault();
		const made = await notes.trying(() => api.makeClass({ body: { name, ...(schoolYear && { schoolYear }) } }));
		if (made) router.go(`/classes/${made.id}/list`);
	}
</script>

{#snippet actions()}
	<button
		type="button"
		class="tool"
		aria-pressed={closed}
		data-state={closed ? "on" : "off"}
		onclick={() => query.set("closed", closed ? "" : "shown")}>Closed years</button
	>
	{#if session.account?.administrator}<button type="button" class="button" onclick={() => (importing = true)}
			>Import OneRoster …</button
		>{/if}
	<button type="button" class="button primary" onclick={open}>New class</button>
{/snippet}
<Head title="Classes" {actions} />
<Fetched {loading} what="your classes">
	{#snippet children(page)}
		<ul class="max-w-3xl px-4 py-3 sm:px-6">
			{#each page.classes as c (c.id)}
				<li class="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2.5">
					<a href="/classes/{c.id}" class="font-semibold">{c.name}</a>
					<span class="text-ink-soft">{c.schoolYear}</span>
					{#if c.until}<span class="text-ink-soft">covered until {moment(c.until)}</span>{/if}
					<span class="grow"></span>
					<span class="text-ink-soft">{counted(c.students, "student")}, {counted(c.assignments, "assignment")}</span>
				</li>
			{:else}
				<li class="py-3">
					{#if closed}<span class="text-ink-soft">You have no closed classes.</span>{:else}
						<p class="mb-2">You have no classes yet. Create a class, then add its students.</p>
						<button type="button" class="button" onclick={open}>New class</button>{/if}
				</li>
			{/each}
		</ul>
	{/snippet}
</Fetched>
<OneRosterImport
	bind:open={importing}
	onimported={() => loading.load(() => api.listClasses({ query: { closed: "false" } }), "classes false")}
/>
<Ask bind:open={making} title="New class">
	<form onsubmit={make} class="grid gap-3">
		<label class="grid gap-1"><span>Name</span><input class="field" bind:value={name} required maxlength="120" /></label
		>
		<label class="grid gap-1"
			><span>School year</span><input class="field" bind:value={schoolYear} required maxlength="40" /></label
		>
		<p class="quiet">Time zone: {school.value?.zone ?? "the school"}.</p>
		<div><button class="button primary">Create class</button></div>
	</form>
</Ask>
