<script lang="ts">
	import { everyPage } from "@markpen/client";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import SetMenu from "../../parts/SetMenu.svelte";
	import { CollectionDesk } from "../../state/exercise/collection-desk.svelte.ts";
	import { aboutExercise, isWanted } from "../../state/exercise/shelf.ts";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const [exercises, { collections }] = await Promise.all([
			everyPage(
				(at) => api.listExercises({ query: { ...at, sort: "title" } }),
				(page) => page.exercises.filter((e) => e.version !== null),
			),
			api.listCollections({}),
		]);
		const row = collections.find((c) => c.id === id);
		const desk = row
			? CollectionDesk.of(await api.showCollection({ params: { id } }), row.shared)
			: new CollectionDesk();
		return { exercises, row, desk };
	}
	$effect(() => void loading.load(fetch));

	let words = $state("");
	/** The exercise that is being dragged. */
	let dragged = $state<string | null>(null);

	async function save(event: SubmitEvent, desk: CollectionDesk) {
		event.preventDefault();
		const saved = await desk.save();
		if (!saved) return;
		notes.say("Saved. Classes that already have this collection keep their version.");
		router.go(`/collections/${saved}`);
	}
	function keys(event: KeyboardEvent, desk: CollectionDesk, key: string) {
		if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
		event.preventDefault();
		desk.moveBy(key, event.key === "ArrowUp" ? -1 : 1);
	}
</script>

<Fetched {loading} what="the collection">
	{#snippet children({ exercises, row, desk })}
		{@const titles = new Map(exercises.map((e) => [e.key, e]))}
		{#snippet actions()}{#if row}<SetMenu
					work="collection {row.key}"
					title="the collection {row.title}"
					class="button"
				/>{/if}{/snippet}
		<Head
			title={row ? desk.title || row.title : "New collection"}
			crumbs={[{ href: "/exercises?shelf=collections", text: "Exercises" }]}
			{actions}
		/>
		<form
			onsubmit={(event) => save(event, desk)}
			class="grid gap-x-10 gap-y-6 px-4 py-4 sm:px-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
		>
			<div class="grid content-start gap-4">
				<label class="grid gap-1"
					><span>Title</span><input class="field" bind:value={desk.title} required maxlength="120" /></label
				>
				<label class="grid gap-1"
					><span>Description <span class="text-ink-soft">(optional)</span></span><textarea
						class="field"
						rows="2"
						bind:value={desk.brief}></textarea></label
				>
				<section aria-labelledby="chosen">
					<h2 id="chosen" class="mb-1">Exercises, in order</h2>
					<ol>
						{#each desk.exercises as key, i (key)}
							{@const e = titles.get(key)}
							<li
								class="flex items-center gap-2 border-b border-rule py-1.5 {dragged === key ? 'opacity-50' : ''}"
								draggable="true"
								ondragstart={() => (dragged = key)}
								ondragend={() => (dragged = null)}
								ondragover={(event) => {
									event.preventDefault();
									if (dragged !== null && dragged !== key) desk.moveTo(dragged, i);
								}}
								ondrop={(event) => event.preventDefault()}
							>
								<span class="w-6 cursor-grab text-right font-mono text-small text-ink-soft">{i + 1}</span>
								<span class="grow"
									>{e?.title ?? key}{#if !e}<span class="quiet"> — not on this site</span>{/if}</span
								>
								<button
									type="button"
									class="tool"
									aria-label="Move {e?.title ?? key} up"
									disabled={i === 0}
									onkeydown={(event) => keys(event, desk, key)}
									onclick={() => desk.moveBy(key, -1)}>↑</button
								><button
									type="button"
									class="tool"
									aria-label="Move {e?.title ?? key} down"
									disabled={i === desk.exercises.length - 1}
									onkeydown={(event) => keys(event, desk, key)}
									onclick={() => desk.moveBy(key, 1)}>↓</button
								><button type="button" class="tool" onclick={() => desk.toggle(key)}
									>Remove<span class="sr-only"> {e?.title ?? key}</span></button
								>
							</li>
						{:else}<li class="quiet">No exercises yet. Add exercises from the list.</li>{/each}
					</ol>
				</section>
				<label class="flex items-center gap-2"
					>Count an exercise as done at <input
						class="field w-20"
						type="number"
						min="1"
						max="100"
						aria-label="Percent of points"
						bind:value={desk.done}
					/> % of its points or more</label
				>
				<label class="flex items-center gap-2"
					><input type="checkbox" bind:checked={desk.shared} /> Share with the other teachers</label
				>
				{#if desk.error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{desk.error}</p>{/if}
				<div><button class="button primary" disabled={!desk.canSave}>Save collection</button></div>
			</div>
			<section aria-labelledby="all" class="min-w-0">
				<div class="mb-1 flex flex-wrap items-center gap-3">
					<h2 id="all" class="grow">All exercises</h2>
					<input
						class="field w-52"
						type="search"
						placeholder="Search"
						aria-label="Search exercises"
						bind:value={words}
					/>
				</div>
				<ul class="max-h-[70vh] overflow-auto border-y border-rule">
					{#each exercises.filter((e) => isWanted(e, { words, topic: "", level: "", minutes: "" })) as e (e.id)}<li
							class="flex items-center gap-3 border-b border-rule py-1.5"
						>
							<img
								src="/api/v1/exercises/{e.id}/picture.svg"
								alt=""
								loading="lazy"
								class="aspect-[4/3] w-16 border border-rule bg-sheet object-contain"
							/>
							<span class="min-w-0 grow"
								><span class="block">{e.title}</span><span class="quiet block truncate">{aboutExercise(e)}</span></span
							>
							<button
								type="button"
								class="tool"
								aria-pressed={desk.has(e.key)}
								data-state={desk.has(e.key) ? "on" : "off"}
								onclick={() => desk.toggle(e.key)}
								>{desk.has(e.key) ? "Added" : "Add"}<span class="sr-only"> {e.title}</span></button
							>
						</li>{/each}
				</ul>
			</section>
		</form>
	{/snippet}
</Fetched>
