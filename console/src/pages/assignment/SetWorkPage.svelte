<script lang="ts">
	import { everyPage } from "@markpen/client";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import RulesFields from "../../parts/RulesFields.svelte";
	import { api } from "../../state/site/api.ts";
	import { classPages } from "../../state/class/class-pages.ts";
	import { Loading, saying } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import { freshRules, type RulesForm, rulesBody } from "../../state/assignment/rules.ts";

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

	let form = $state<RulesForm>(freshRules("UTC"));
	let chosen = $state(new URLSearchParams(location.search).get("work") ?? "");
	let others = $state<string[]>([]);
	let error = $state("");
	let ready = false;
	$effect(() => {
		if (loading.value && !ready) {
			ready = true;
			form = freshRules(loading.value.page.zone);
		}
	});

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		error = "";
		const [kind, key] = chosen.split(" ") as [string, string];
		try {
			const made: { id: string }[] = [];
			for (const classId of [id, ...others])
				made.push(
					await api.setAssignment({
						params: { id: classId },
						body: { ...rulesBody(form), ...(kind === "collection" ? { collection: key } : { exercise: key }) },
					}),
				);
			notes.say(`Set to ${made.length === 1 ? "the class" : `${made.length} classes`}.`, {
				undo: async () => {
					for (const m of made) await api.removeAssignment({ params: { id: m.id } });
					router.go(`/classes/${id}/set-work`);
				},
			});
			router.go(`/classes/${id}`);
		} catch (problem) {
			error = saying(problem);
		}
	}
</script>

<Fetched {loading} what="what can be set">
	{#snippet children({ page, classes, exercises, collections })}
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
			<p class="px-4 py-5 sm:px-6">
				There is no published exercise yet. <a href="/exercises">Write one, or look through the others'</a>, then set it
				here.
			</p>
		{:else}
			<form onsubmit={submit} class="grid max-w-4xl gap-5 px-4 py-4 sm:px-6">
				<div class="grid gap-3 sm:grid-cols-2">
					<label class="grid gap-1"
						><span class="font-semibold">What</span>
						<select class="field" bind:value={chosen} required>
							<option value="" disabled>Choose an exercise or a collection</option>
							<optgroup label="Exercises"
								>{#each exercises as e (e.key)}<option value="exercise {e.key}">{e.title}</option>{/each}</optgroup
							>
							{#if collections.length > 0}<optgroup label="Collections"
									>{#each collections as c (c.key)}<option value="collection {c.key}"
											>{c.title} ({c.exercises.length} exercises)</option
										>{/each}</optgroup
								>{/if}
						</select>
					</label>
					<label class="grid gap-1"
						><span class="font-semibold"
							>Title <span class="font-normal text-ink-soft">(its own unless said)</span></span
						><input class="field" bind:value={form.title} maxlength="120" /></label
					>
				</div>
				<RulesFields bind:form zone={page.zone} />
				{#if classes.length > 1}
					<fieldset>
						<legend class="mb-1 font-semibold">To other classes too</legend>
						<div class="flex flex-wrap gap-4">
							{#each classes.filter((c) => c.id !== id && c.until === null) as c (c.id)}<label
									class="flex items-center gap-1.5"
									><input type="checkbox" value={c.id} bind:group={others} /> {c.name}</label
								>{/each}
						</div>
					</fieldset>
				{/if}
				{#if error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{error}</p>{/if}
				<div>
					<button class="button primary">Set it</button>
					<span class="quiet ml-2">Later dates for one student are given on the assignment's own page.</span>
				</div>
			</form>
		{/if}
	{/snippet}
</Fetched>
