<script lang="ts">
	import { counted } from "@markpen/core";
	import Nothing from "../../parts/Nothing.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import StuckList from "../../parts/StuckList.svelte";
	import VerdictBar from "../../parts/VerdictBar.svelte";
	import { api } from "../../state/site/api.ts";
	import { classPages } from "../../state/class/class-pages.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import {
		cellKey,
		cellNote,
		cellsByPlace,
		columnsOf,
		doneOf,
		type Order,
		studentsOf,
	} from "../../state/class/matrix.ts";
	import { Query } from "../../state/site/query.svelte.ts";
	import { fromNow, moment } from "../../state/site/times.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showClass>>>();
	const stuck = new Loading<Awaited<ReturnType<typeof api.listStuck>>>();
	$effect(() => void loading.load(() => api.showClass({ params: { id } }), `class ${id}`));
	$effect(() => void stuck.load(() => api.listStuck({ params: { id } }), `stuck ${id}`));

	const query = new Query();
	const order = $derived((query.get("sort") || "attention") as Order);
	let unfolded = $state<ReadonlySet<string>>(new Set());

	function turn(assignmentId: string) {
		const next = new Set(unfolded);
		if (!next.delete(assignmentId)) next.add(assignmentId);
		unfolded = next;
	}
</script>

<Fetched {loading} what="the class">
	{#snippet children(page)}
		{@const columns = columnsOf(page, unfolded)}
		{@const cells = cellsByPlace(page)}
		{@const excused = new Set(page.excused.map((e) => `${e.studentId} ${e.assignmentId}`))}
		{@const rows = studentsOf(page, order)}
		<Head
			title={page.name}
			about="{page.schoolYear}, {counted(page.students.length, 'student')}{page.covering
				? ', covered by you'
				: ''}{page.archivedAt ? ', archived' : page.closedAt ? ', closed' : ''}"
			crumbs={[{ href: "/classes", text: "Classes" }]}
			beside={classPages(id, "")}
		/>
		{#if stuck.value && stuck.value.stuck.length > 0}
			<section aria-labelledby="stuck" class="border-b border-rule px-4 pt-3 sm:px-6">
				<h2 id="stuck">Stuck</h2>
				<StuckList
					wide
					stuck={stuck.value.stuck}
					titles={Object.fromEntries(page.columns.map((c) => [c.exercise, c.title]))}
				/>
			</section>
		{/if}
		{#if page.archivedAt}
			<Nothing
				says="This class is archived as one packed file. An administrator can put it back on the page Account."
				to={{ href: `/api/v1/classes/${id}/archive`, text: "Download the archive" }}
			/>
		{:else if page.students.length === 0}
			<Nothing
				says="This class has no students yet. Add students, then set work."
				to={{ href: `/classes/${id}/list`, text: "Add students" }}
			/>
		{:else if page.columns.length === 0}
			<Nothing
				says="No work is set yet. Set work to see each student's progress here."
				to={{ href: `/classes/${id}/set-work`, text: "Set work" }}
			/>
		{:else}
			<div class="flex flex-wrap items-center gap-3 px-4 pt-3 sm:px-6">
				<label class="quiet flex items-center gap-2"
					>Sort by <select class="tool" value={order} onchange={(event) => query.set("sort", event.currentTarget.value)}
						><option value="attention">needs help first</option><option value="name">name</option><option
							value="missing">most missing work</option
						><option value="points">fewest points</option></select
					></label
				>
				<span class="quiet"
					>Each bar shows the criteria: filled means met, half means partly met, crossed means missed.</span
				>
			</div>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex: it scrolls where a class has much to show -->
			<div
				class="relative grow overflow-x-auto px-4 py-3 sm:px-6"
				tabindex="0"
				role="region"
				aria-label="Students by assignments"
			>
				<table class="w-full table-fixed border-collapse text-left" style="min-width: {9 + columns.length * 6.2}rem">
					<colgroup
						><col style="width: 9rem" />{#each columns as c (c.assignmentId + c.title)}<col />{/each}</colgroup
					>
					<thead>
						<tr class="align-bottom">
							<th scope="col" class="sticky left-0 z-10 border-b border-rule-strong bg-paper py-2 pr-3 font-semibold"
								>Student</th
							>
							{#each columns as c (c.assignmentId + c.title)}
								<th scope="col" class="border-b border-rule-strong px-2 py-2 font-normal">
									{#if c.folded}<button
											type="button"
											class="text-left font-semibold underline decoration-1 underline-offset-3"
											aria-expanded="false"
											onclick={() => turn(c.assignmentId)}>{c.title} ▸</button
										>
									{:else}<a href="/assignments/{c.assignmentId}/{c.exercises[0]?.exercise}" class="font-semibold"
											>{c.title}</a
										>{#if c.exercises[0]?.unit}&nbsp;<button
												type="button"
												aria-label="Fold {c.exercises[0].unit}"
												onclick={() => turn(c.assignmentId)}>◂</button
											>{/if}{/if}
									<div class="quiet" title={moment(c.dueAt)}>due {fromNow(c.dueAt)}</div>
								</th>
							{/each}
						</tr>
					</thead>
					<tbody>
						{#each rows as s (s.id)}
							<tr class="border-b border-rule">
								<th scope="row" class="sticky left-0 z-10 bg-paper py-1 pr-3 font-normal"
									><a href="/students/{s.id}" class="text-ink no-underline hover:underline">{s.name}</a
									>{#if s.missing > 0}<span class="quiet block">{s.missing} missing</span>{/if}</th
								>
								{#each columns as col (col.assignmentId + col.title)}
									<td class="px-2 py-1 align-middle">
										{#if col.folded}
											{@const mine = col.exercises.map((e) => cells.get(cellKey(s.id, e.assignmentId, e.exercise)))}
											<span class="text-small">{doneOf(mine, col.doneWhen)} of {col.exercises.length}</span>
											<VerdictBar
												verdicts={mine.map((c) => (c ? (doneOf([c], col.doneWhen) ? "met" : "partly") : "not-judged"))}
											/>
										{:else}
											{@const c = cells.get(cellKey(s.id, col.assignmentId, col.exercises[0]?.exercise ?? ""))}
											{#if c}
												<a href="/hand-ins/{c.handInId}" class="block text-ink no-underline">
													<span class="sr-only">{s.name}, {col.title}:</span>
													<span class="flex items-baseline justify-between gap-1 text-small">
														<span class="font-mono"
															>{c.points ? c.points.earned : "–"}<span class="sr-only">
																of {c.points?.possible ?? col.possible} points</span
															></span
														>
														<span class="truncate text-ink-soft"
															>{cellNote(c) ||
																(c.open > 0 ? "to judge" : "") ||
																(c.late ? "late" : "") ||
																(c.tries > 1 ? `try ${c.tries}` : "")}</span
														>
													</span>
													<VerdictBar verdicts={c.verdicts} />
												</a>
											{:else}
												<span class="quiet"
													>{#if excused.has(`${s.id} ${col.assignmentId}`)}excused{:else if Date.parse(col.dueAt) <= Date.now()}missing{:else}<span
															aria-hidden="true">·</span
														><span class="sr-only">nothing yet</span>{/if}</span
												>
											{/if}
										{/if}
									</td>
								{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
	{/snippet}
</Fetched>
