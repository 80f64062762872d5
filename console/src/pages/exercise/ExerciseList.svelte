<script lang="ts">
	import { everyPage } from "@markpen/client";
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { freshFile, idFor } from "../../state/exercise/exercise-file.ts";
	import { Loading, saying } from "../../state/site/loading.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";

	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const [exercises, { collections }] = await Promise.all([
			everyPage(
				(at) => api.listExercises({ query: { ...at, sort: "title" } }),
				(page) => page.exercises,
			),
			api.listCollections({}),
		]);
		return { exercises, collections };
	}
	loading.load(fetch, "exercises");
	let words = $state("");
	let mine = $state(false);
	let making = $state(false);
	let title = $state("");
	let error = $state("");
	const fits = (...texts: string[]) =>
		words.trim() === "" || texts.some((t) => t.toLowerCase().includes(words.trim().toLowerCase()));

	async function make(event: SubmitEvent) {
		event.preventDefault();
		error = "";
		const key = idFor(title);
		try {
			const made = await api.draftExercise({ body: { key, source: freshFile(key, title) } });
			router.go(`/exercises/${made.id}`);
		} catch (problem) {
			error = saying(problem);
		}
	}
</script>

{#snippet actions()}
	<input class="field w-52" type="search" placeholder="Search" aria-label="Search exercises" bind:value={words} />
	<button type="button" class="tool" aria-pressed={mine} data-state={mine ? "on" : "off"} onclick={() => (mine = !mine)}
		>Mine only</button
	>
	<button type="button" class="button primary" onclick={() => (making = true)}>New exercise</button>
{/snippet}
<Head title="Exercises" {actions} />
<Fetched {loading} what="the exercises">
	{#snippet children(page)}
		{@const shown = page.exercises.filter((e) => (!mine || e.mine) && fits(e.title, e.key, e.owner ?? ""))}
		<div class="px-4 py-4 sm:px-6">
			<ul class="grid grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-5">
				{#each shown as e (e.id)}
					<li>
						<a href="/exercises/{e.id}" class="block text-ink no-underline">
							<span class="block border border-rule-strong bg-sheet"
								>{#if e.version !== null}<img
										src="/api/v1/exercises/{e.id}/picture.svg"
										alt=""
										loading="lazy"
										class="block aspect-[4/3] w-full object-contain"
									/>{:else}<span class="quiet flex aspect-[4/3] items-center justify-center">not published yet</span
									>{/if}</span
							>
							<span class="mt-1 block font-semibold">{e.title}</span>
						</a>
						<span class="quiet block"
							>{e.version === null ? "draft" : `version ${e.version}${e.draft ? ", changed since" : ""}`}; {e.mine
								? e.shared
									? "yours, shared"
									: "yours"
								: (e.owner ?? "the site's")}</span
						>
						{#if e.version !== null}<a class="quiet" href="/exercises/{e.id}/across">across classes</a>{/if}
					</li>
				{:else}
					<li class="col-span-full">
						{page.exercises.length === 0
							? "There is no exercise yet. Write one: draw what you want to see, then point at what is to be checked."
							: "No exercise fits these words."}
					</li>
				{/each}
			</ul>
			{#if page.collections.length > 0}
				<h2 class="mt-8 mb-1 text-lead">Collections</h2>
				<ul class="max-w-3xl">
					{#each page.collections.filter((c) => fits(c.title, c.key)) as c (c.id)}<li
							class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-2"
						>
							<b>{c.title}</b><span class="quiet">{c.exercises.join(", ")}</span><span class="grow"></span><a
								class="quiet"
								href="/api/v1/collections/{c.id}"
								download="{c.key}.collection.yaml">the file</a
							>
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
		{#if title}<p class="quiet">Its id will be {idFor(title) || "…"}.</p>{/if}
		{#if error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{error}</p>{/if}
		<div><button class="button primary" disabled={idFor(title) === ""}>Begin</button></div>
	</form>
</Ask>
