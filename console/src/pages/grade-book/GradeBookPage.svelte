<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import GradeSteps from "../../parts/GradeSteps.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { classPages } from "../../state/class/class-pages.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const [book, of] = await Promise.all([api.showGradeBook({ params: { id } }), api.showClass({ params: { id } })]);
		return { book, of };
	}
	const load = () => loading.load(fetch, `grade-book ${id}`);
	$effect(() => void load());

	let scaling = $state(false);
	let scale = $state<{ name: string; from: number }[]>([]);
	const WORDS = {
		missing: "missing",
		excused: "excused",
		"to be judged": "to judge",
		"not due": "",
		counted: "",
	} as const;

	function openScale() {
		scale = (loading.value?.of.gradeScale ?? []).map((s) => ({ ...s }));
		scaling = true;
	}
	async function saveScale(event: SubmitEvent) {
		event.preventDefault();
		const revision = loading.value?.of.revision ?? 0;
		const done = await notes.trying(() =>
			api.changeClass({ params: { id }, body: { gradeScale: scale.filter((s) => s.name.trim() !== "") }, revision }),
		);
		if (!done) return;
		scaling = false;
		await load();
	}
	async function weigh(assignmentId: string, weight: number) {
		const page = await notes.trying(() => api.showAssignment({ params: { id: assignmentId } }));
		if (!page) return;
		const done = await notes.trying(() =>
			api.changeAssignment({ params: { id: assignmentId }, body: { weight }, revision: page.revision }),
		);
		if (done)
			notes.say(`It weighs ${weight} now.`, {
				undo: async () => {
					await api.changeAssignment({
						params: { id: assignmentId },
						body: { weight: page.weight },
						revision: done.revision,
					});
					await load();
				},
			});
		await load();
	}
</script>

<Fetched {loading} what="the grade book">
	{#snippet children({ book, of })}
		{#snippet actions()}
			<button type="button" class="button" disabled={of.covering} onclick={openScale}>Grade scale …</button>
			<a class="button" href="/api/v1/classes/{id}/grade-book.csv" download>CSV</a>
			<a class="button" href="/api/v1/classes/{id}/grade-book.csv?rows=exercises" download>CSV by exercise</a>
			<a class="button" href="/api/v1/classes/{id}/oneroster.zip" download>OneRoster</a>
			<a class="button" href="/api/v1/classes/{id}/archive" download>Class archive</a>
		{/snippet}
		<Head
			title="Grade book"
			about={book.className}
			crumbs={[
				{ href: "/classes", text: "Classes" },
				{ href: `/classes/${id}`, text: book.className },
			]}
			beside={classPages(id, "/grade-book")}
			{actions}
		/>
		{#if book.columns.length === 0}
			<Nothing says="No work is set yet." to={{ href: `/classes/${id}/set-work`, text: "Set work" }} />
		{:else}
			<!-- svelte-ignore a11y_no_noninteractive_tabindex: it scrolls -->
			<div
				class="relative grow overflow-x-auto px-4 py-3 sm:px-6"
				tabindex="0"
				role="region"
				aria-label="Points and grades"
			>
				<table
					class="w-full table-fixed border-collapse text-left text-label"
					style="min-width: {16 + book.columns.length * 5.2}rem"
				>
					<colgroup
						><col style="width: 9rem" />{#each book.columns as c (c.assignmentId + c.exercise)}<col />{/each}<col
							style="width: 4.4rem"
						/><col style="width: 4rem" /></colgroup
					>
					<thead>
						<tr class="align-bottom"
							><th scope="col" class="sticky left-0 z-10 border-b border-rule-strong bg-paper py-2 font-semibold"
								>Student</th
							>
							{#each book.columns as c (c.assignmentId + c.exercise)}<th
									scope="col"
									class="border-b border-rule-strong px-1.5 py-2 font-normal"
									><a href="/assignments/{c.assignmentId}/{c.exercise}">{c.title}</a><span class="quiet block"
										>of {c.possible}</span
									><label class="quiet flex items-center gap-1"
										>× <input
											class="w-12 border border-rule-strong bg-sheet px-1 font-mono"
											type="number"
											min="0"
											max="1000"
											step="0.25"
											aria-label="Weight of {c.title}"
											value={c.weight}
											disabled={of.covering}
											onchange={(event) => weigh(c.assignmentId, Number(event.currentTarget.value))}
										/></label
									></th
								>{/each}
							<th scope="col" class="border-b border-rule-strong px-1.5 py-2">Percent</th><th
								scope="col"
								class="border-b border-rule-strong py-2">Grade</th
							></tr
						>
					</thead>
					<tbody>
						{#each book.rows as r (r.student.id)}
							<tr class="border-b border-rule"
								><th scope="row" class="sticky left-0 z-10 bg-paper py-1 font-normal"
									><a class="text-ink no-underline hover:underline" href="/students/{r.student.id}">{r.student.name}</a
									></th
								>
								{#each r.cells as c (c.assignmentId + c.exercise)}<td class="px-1.5 py-1"
										><span class="font-mono">{c.points ? c.points.earned : ""}</span>
										<span class="quiet">{WORDS[c.state]}{c.late ? " late" : ""}</span></td
									>{/each}
								<td class="px-1.5 py-1 font-mono">{r.percent === null ? "–" : r.percent.toFixed(1)}</td><td
									class="py-1 font-semibold">{r.grade ?? "–"}</td
								></tr
							>
						{/each}
					</tbody>
				</table>
				<p class="quiet mt-3 max-w-3xl">
					Percent = sum of weight × points earned ÷ sum of weight × points possible. Excused, unjudged and not yet due
					work is left out. Missing work counts 0.
				</p>
			</div>
		{/if}
	{/snippet}
</Fetched>
<Ask bind:open={scaling} title="Grade scale">
	<form onsubmit={saveScale} class="grid gap-2">
		<p class="quiet">Set the lowest percentage for each grade.</p>
		<GradeSteps bind:scale />
		<div class="mt-2 flex gap-2">
			<button class="button primary">Save</button><button type="button" class="button" onclick={() => (scaling = false)}
				>Cancel</button
			>
		</div>
	</form>
</Ask>
