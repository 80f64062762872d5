<script lang="ts">
	import { everyPage } from "@markpen/client";
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import SetMenu from "../../parts/SetMenu.svelte";
	import ExerciseCard from "./ExerciseCard.svelte";
	import { fileOf, freshFile, idFor } from "../../state/exercise/exercise-file.ts";
	import { isWanted, LEVELS, libraryShelf, MINUTES } from "../../state/exercise/shelf.ts";
	import { api } from "../../state/site/api.ts";
	import { Loading, saying } from "../../state/site/loading.svelte.ts";
	import { Query } from "../../state/site/query.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";

	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		let topics: string[] = [];
		const [exercises, { collections }] = await Promise.all([
			everyPage(
				(at) => api.listExercises({ query: { ...at, sort: "title" } }),
				(page) => {
					({ topics } = page);
					return page.exercises;
				},
			),
			api.listCollections({}),
		]);
		return { exercises, topics, collections };
	}
	loading.load(fetch, "exercises");

	const query = new Query();
	const wanted = $derived({
		words: query.get("words"),
		topic: query.get("topic"),
		level: query.get("level"),
		minutes: query.get("minutes"),
	});
	const isFiltered = $derived(Object.values(wanted).some((text) => text !== ""));
	const shelf = $derived(query.get("shelf") || "library");
	const SHELVES = { library: "Library", ours: "Our exercises", collections: "Our collections" } as const;
	const GRID = "grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-5";

	let making = $state(location.hash === "#new");
	let title = $state("");
	let error = $state("");
	let sentence = $state("");
	/** A file made of the sentence; undefined if nothing in it is understood, and says so. */
	async function begun(key: string): Promise<string | undefined> {
		const { fromSentence } = await import("@markpen/core");
		const made = fromSentence(sentence);
		if (!made) error = "No figure found. Name its kind, size, colour and place: “a red square of side 80 at 100, 100”.";
		return made && fileOf(key, title, sentence, made);
	}
	async function make(event: SubmitEvent) {
		event.preventDefault();
		error = "";
		const key = idFor(title);
		try {
			const source = sentence.trim() === "" ? freshFile(key, title) : await begun(key);
			if (source === undefined) return;
			const made = await api.draftExercise({ body: { key, source } });
			router.go(`/exercises/${made.id}`);
		} catch (problem) {
			error = saying(problem);
		}
	}
</script>

{#snippet actions()}
	<a class="button" href="/collections/new">New collection</a>
	<button type="button" class="button primary" onclick={() => (making = true)}>New exercise</button>
{/snippet}
{#snippet nothing(text: string)}<p class="py-3">
		{text}
		{#if isFiltered}<button
				type="button"
				class="button ml-2"
				onclick={() => {
					for (const name of Object.keys(wanted)) query.set(name, "");
				}}>Clear the filters</button
			>{/if}
	</p>{/snippet}
<Head title="Exercises" {actions} />
<Fetched {loading} what="the exercises">
	{#snippet children(page)}
		{@const ours = page.exercises.filter((e) => !e.library)}
		{@const groups = libraryShelf(page.exercises, page.collections, wanted)}
		{@const found = ours.filter((e) => isWanted(e, wanted) && (query.get("mine") === "" || e.mine))}
		<div class="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-rule px-4 py-2.5 sm:px-6">
			<div role="group" aria-label="Which exercises" class="flex gap-1">
				{#each Object.entries(SHELVES) as [value, word] (value)}<button
						type="button"
						class="tool"
						aria-pressed={shelf === value}
						data-state={shelf === value ? "on" : "off"}
						onclick={() => query.set("shelf", value === "library" ? "" : value)}>{word}</button
					>{/each}
			</div>
			<span class="grow"></span>
			{#if shelf !== "collections"}
				<input
					class="field w-44"
					type="search"
					placeholder="Search"
					aria-label="Search exercises"
					value={wanted.words}
					oninput={(event) => query.set("words", event.currentTarget.value)}
				/>
				<select
					class="field w-auto max-w-48"
					aria-label="Topic"
					value={wanted.topic}
					onchange={(event) => query.set("topic", event.currentTarget.value)}
					><option value="">Any topic</option>{#each page.topics as topic (topic)}<option>{topic}</option
						>{/each}</select
				>
				<select
					class="field w-auto"
					aria-label="Level"
					value={wanted.level}
					onchange={(event) => query.set("level", event.currentTarget.value)}
					><option value="">Any level</option>{#each LEVELS as level, i (level)}<option value={String(i + 1)}
							>{level}</option
						>{/each}</select
				>
				<select
					class="field w-auto"
					aria-label="Time"
					value={wanted.minutes}
					onchange={(event) => query.set("minutes", event.currentTarget.value)}
					><option value="">Any time</option>{#each MINUTES as minutes (minutes)}<option value={String(minutes)}
							>up to {minutes} min</option
						>{/each}</select
				>
				{#if shelf === "ours"}<button
						type="button"
						class="tool"
						aria-pressed={query.get("mine") !== ""}
						data-state={query.get("mine") === "" ? "off" : "on"}
						onclick={() => query.set("mine", query.get("mine") === "" ? "only" : "")}>Mine only</button
					>{/if}
			{/if}
		</div>
		<div class="px-4 py-4 sm:px-6">
			{#if shelf === "library"}
				{#each groups as group (group.collection?.id ?? "")}
					<section class="mb-8" aria-label={group.collection?.title ?? "Other exercises"}>
						<div class="mb-2 flex flex-wrap items-baseline gap-3">
							<h2 class="text-lead">{group.collection?.title ?? "Other exercises"}</h2>
							{#if group.collection}<SetMenu
									work="collection {group.collection.key}"
									title="the collection {group.collection.title}"
								/>{/if}
						</div>
						<ul class={GRID}>
							{#each group.exercises as exercise (exercise.id)}<ExerciseCard {exercise} />{/each}
						</ul>
					</section>
				{:else}{@render nothing("No library exercises found.")}{/each}
			{:else if shelf === "ours"}
				<ul class={GRID}>
					{#each found as exercise (exercise.id)}<ExerciseCard {exercise} />{/each}
				</ul>
				{#if ours.length === 0}
					<p class="mb-2">
						Your school has no exercises yet. Open a library exercise and choose <b>Copy and change</b>, or create a new
						one.
					</p>
					<button type="button" class="button" onclick={() => (making = true)}>New exercise</button>
				{:else if found.length === 0}{@render nothing("No exercises found.")}{/if}
			{:else}
				<ul class="max-w-4xl">
					{#each page.collections.filter((c) => !c.library) as c (c.id)}<li
							class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b border-rule py-2.5"
						>
							<a href="/collections/{c.id}" class="font-semibold">{c.title}</a><span class="quiet"
								>{c.exercises.length === 1 ? "1 exercise" : `${c.exercises.length} exercises`}{c.mine
									? c.shared
										? ", yours, shared"
										: ", yours"
									: ""}</span
							><span class="grow"></span><SetMenu work="collection {c.key}" title="the collection {c.title}" /><a
								class="quiet"
								href="/api/v1/collections/{c.id}"
								download="{c.key}.collection.yaml">Download file</a
							>
						</li>{:else}<li>
							<p class="mb-2">
								Your school has no collections yet. A collection is a list of exercises that you set for a class
								together.
							</p>
							<a class="button" href="/collections/new">New collection</a>
						</li>{/each}
				</ul>
			{/if}
		</div>
	{/snippet}
</Fetched>
<Ask bind:open={making} title="New exercise">
	<form onsubmit={make} class="grid gap-3">
		<label class="grid gap-1"
			><span>Title</span><input class="field" bind:value={title} required maxlength="120" /></label
		>
		{#if title}<p class="quiet">The exercise's id: {idFor(title) || "…"}.</p>{/if}
		<label class="grid gap-1"
			><span>Describe the drawing <span class="text-ink-soft">(optional)</span></span><textarea
				class="field"
				rows="3"
				bind:value={sentence}
				placeholder="a red square of side 80 at 100, 100 and a blue circle beside it"></textarea></label
		>
		{#if error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{error}</p>{/if}
		<div><button class="button primary" disabled={idFor(title) === ""}>Create exercise</button></div>
	</form>
</Ask>
