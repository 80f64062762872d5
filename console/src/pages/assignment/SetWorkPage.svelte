<script lang="ts">
	import { everyPage } from "@markpen/client";
	import type { Preset } from "@markpen/contract";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import RulesFields from "../../parts/RulesFields.svelte";
	import { formOf, PRESETS, presetOf } from "../../state/assignment/presets.ts";
	import { freshRules, type RulesForm, rulesBody } from "../../state/assignment/rules.ts";
	import { classPages } from "../../state/class/class-pages.ts";
	import { aboutExercise, type Collection, type Exercise, isWanted } from "../../state/exercise/shelf.ts";
	import { api } from "../../state/site/api.ts";
	import { Loading, saying } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { Query } from "../../state/site/query.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const [page, classes, exercises, collections] = await Promise.all([
			api.showClass({ params: { id } }),
			api.listClasses({}),
			everyPage(
				(at) => api.listExercises({ query: { ...at, sort: "title" } }),
				(of) => of.exercises,
			),
			api.listCollections({}),
		]);
		return {
			page,
			classes: classes.classes,
			exercises: exercises.filter((e) => e.version !== null),
			collections: collections.collections,
		};
	}
	$effect(() => void loading.load(fetch, `set-work ${id}`));
	const saved = new Loading<Awaited<ReturnType<typeof api.listPresets>>>();
	const loadPresets = () => saved.load(() => api.listPresets({}), "presets");
	$effect(() => void loadPresets());

	const PICTURE = "aspect-[4/3] w-16 shrink-0 border border-rule";
	const aboutWork = (of: Exercise | Collection) =>
		"exercises" in of ? `collection of ${of.exercises.length} exercises` : aboutExercise(of);

	const query = new Query();
	/** What is set: "exercise sail" or "collection harbour-day". */
	const work = $derived(query.get("work"));
	/** The second step is about when and how; it begins once something is chosen. */
	let step = $state<1 | 2>(query.get("work") === "" ? 1 : 2);
	let words = $state("");
	let form = $state<RulesForm>(freshRules("UTC"));
	let preset = $state("");
	let others = $state<string[]>([]);
	let error = $state("");
	let naming = $state(false);
	let presetName = $state("");
	/** Assignments made so far, by work and class: after an error, sending again makes only the others. */
	const made = new Map<string, string>();
	let ready = false;
	$effect(() => {
		if (loading.value && !ready) {
			ready = true;
			form = freshRules(loading.value.page.zone);
		}
	});

	function choose(chosen: string) {
		query.set("work", chosen);
		step = 2;
	}
	function apply(chosen: Preset) {
		form = formOf(chosen, form, loading.value?.page.zone ?? "UTC");
		preset = chosen.name;
	}
	async function savePreset() {
		const name = presetName.trim();
		if (name === "") return;
		const done = await notes.trying(() => api.savePreset({ body: presetOf(name, form) }));
		if (!done) return;
		[naming, presetName, preset] = [false, "", name];
		notes.say(`Preset “${name}” saved.`);
		await loadPresets();
	}
	async function removePreset(presetId: string) {
		await notes.trying(() => api.removePreset({ params: { id: presetId } }));
		await loadPresets();
	}
	async function submit(event: SubmitEvent) {
		event.preventDefault();
		error = "";
		const [kind, key] = work.split(" ") as [string, string];
		try {
			for (const classId of [id, ...others])
				if (!made.has(`${work} ${classId}`)) {
					const { id: assignmentId } = await api.setAssignment({
						params: { id: classId },
						body: { ...rulesBody(form), ...(kind === "collection" ? { collection: key } : { exercise: key }) },
					});
					made.set(`${work} ${classId}`, assignmentId);
				}
			notes.say(`Work set for ${made.size === 1 ? "the class" : `${made.size} classes`}.`, {
				undo: async () => {
					for (const assignmentId of made.values()) await api.removeAssignment({ params: { id: assignmentId } });
					router.go(`/classes/${id}/set-work`);
				},
			});
			router.go(`/classes/${id}`);
		} catch (problem) {
			error = saying(problem);
		}
	}
</script>

{#snippet choice(chosen: string, of: Exercise | Collection)}
	<li class="border-b border-rule">
		<button
			type="button"
			class="flex w-full items-center gap-3 py-1.5 text-left hover:underline"
			onclick={() => choose(chosen)}
		>
			{#if "exercises" in of}<span class="{PICTURE} flex items-center justify-center font-mono" aria-hidden="true"
					>{of.exercises.length} ×</span
				>{:else}<img
					src="/api/v1/exercises/{of.id}/picture.svg"
					alt=""
					loading="lazy"
					class="{PICTURE} bg-sheet object-contain"
				/>{/if}
			<span class="min-w-0"
				><span class="block font-semibold">{of.title}</span><span class="quiet block truncate">{aboutWork(of)}</span
				></span
			></button
		>
	</li>
{/snippet}

{#snippet presetButton(p: Preset)}
	<button
		type="button"
		class="tool"
		aria-pressed={preset === p.name}
		data-state={preset === p.name ? "on" : "off"}
		onclick={() => apply(p)}>{p.name}</button
	>
{/snippet}

<Fetched {loading} what="the exercises">
	{#snippet children({ page, classes, exercises, collections })}
		{@const [kind = "", key = ""] = work.split(" ")}
		{@const exercise = kind === "exercise" ? exercises.find((e) => e.key === key) : undefined}
		{@const collection = kind === "collection" ? collections.find((c) => c.key === key) : undefined}
		{@const found = exercises.filter((e) => isWanted(e, { words, topic: "", level: "", minutes: "" }))}
		{@const foundCollections = collections.filter((c) => c.title.toLowerCase().includes(words.trim().toLowerCase()))}
		<Head
			title="Set work"
			about={page.name}
			crumbs={[
				{ href: "/classes", text: "Classes" },
				{ href: `/classes/${id}`, text: page.name },
			]}
			beside={classPages(id, "/set-work")}
		/>
		{#if exercises.length === 0}
			<div class="px-4 py-5 sm:px-6">
				<p class="mb-2">There are no published exercises yet.</p>
				<a class="button" href="/exercises#new">Write an exercise</a>
			</div>
		{:else if step === 1 || (!exercise && !collection)}
			<section aria-labelledby="what" class="max-w-5xl px-4 py-4 sm:px-6">
				<div class="mb-2 flex flex-wrap items-center gap-3">
					<h2 id="what" class="text-lead">1. Choose the work</h2>
					<span class="grow"></span>
					<input class="field w-60" type="search" placeholder="Search" aria-label="Search" bind:value={words} />
				</div>
				<ul class="grid grid-cols-1 gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
					{#each foundCollections as c (c.id)}{@render choice(`collection ${c.key}`, c)}{/each}
					{#each found as e (e.id)}{@render choice(`exercise ${e.key}`, e)}{/each}
				</ul>
				{#if found.length + foundCollections.length === 0}<p class="quiet py-3">
						No exercises or collections found.
					</p>{/if}
			</section>
		{:else}
			<form onsubmit={submit} class="grid max-w-4xl gap-5 px-4 py-4 sm:px-6">
				<div class="flex flex-wrap items-center gap-4 border-b border-rule pb-3">
					{#if exercise}<img
							src="/api/v1/exercises/{exercise.id}/picture.svg"
							alt=""
							class="aspect-[4/3] w-24 border border-rule-strong bg-sheet object-contain"
						/>{/if}
					<div class="min-w-0 grow">
						<p class="text-lead font-semibold">{exercise?.title ?? collection?.title}</p>
						<p class="quiet">
							{aboutWork((exercise ?? collection)!)}
						</p>
					</div>
					<button type="button" class="button" onclick={() => (step = 1)}>Choose another</button>
				</div>
				<fieldset>
					<legend class="mb-2 text-lead font-semibold">2. Dates and rules</legend>
					<div class="flex flex-wrap gap-2" role="group" aria-label="Presets">
						{#each PRESETS as p (p.name)}{@render presetButton(p)}{/each}
						{#each saved.value?.presets ?? [] as p (p.id)}<span class="inline-flex"
								>{@render presetButton(p)}<button
									type="button"
									class="quiet px-1.5"
									aria-label="Delete the preset {p.name}"
									onclick={() => removePreset(p.id)}>×</button
								></span
							>{/each}
						{#if !naming}<button type="button" class="quiet underline" onclick={() => (naming = true)}
								>Save as a preset …</button
							>{/if}
					</div>
					{#if naming}<div class="mt-2 flex items-end gap-2">
							<label class="grid gap-0.5"
								><span class="quiet">Preset name</span><input
									class="field w-60"
									bind:value={presetName}
									maxlength="120"
								/></label
							><button type="button" class="button" disabled={presetName.trim() === ""} onclick={savePreset}
								>Save preset</button
							><button type="button" class="button" onclick={() => (naming = false)}>Cancel</button>
						</div>{/if}
				</fieldset>
				<RulesFields bind:form zone={page.zone} />
				<div class="grid gap-3 sm:grid-cols-2">
					<label class="grid gap-1"
						><span class="font-semibold">Title <span class="font-normal text-ink-soft">(optional)</span></span><input
							class="field"
							bind:value={form.title}
							placeholder={exercise?.title ?? collection?.title}
							maxlength="120"
						/></label
					>
					{#if classes.length > 1}
						<fieldset>
							<legend class="mb-1 font-semibold">Also set for</legend>
							<div class="flex flex-wrap gap-4">
								{#each classes.filter((c) => c.id !== id && c.until === null) as c (c.id)}<label
										class="flex items-center gap-1.5"
										><input type="checkbox" value={c.id} bind:group={others} /> {c.name}</label
									>{/each}
							</div>
						</fieldset>
					{/if}
				</div>
				{#if error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{error}</p>{/if}
				<div>
					<button class="button primary">Set this work</button>
					<span class="quiet ml-2">You can change one student's dates later, under “Dates and rules”.</span>
				</div>
			</form>
		{/if}
	{/snippet}
</Fetched>
