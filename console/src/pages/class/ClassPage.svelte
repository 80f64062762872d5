<script lang="ts">
	import type { Cell } from "@markpen/contract";
	import Notice from "../../parts/Notice.svelte";
	import VerdictBar from "../../parts/VerdictBar.svelte";
	import { api } from "../../state/api.ts";
	import { Loading } from "../../state/loading.svelte.ts";
	import { fromNow, moment } from "../../state/times.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showClass>>>();
	$effect(() => void loading.load(() => api.showClass({ params: { id } })));

	const page = $derived(loading.value);
	const cells = $derived(new Map((page?.cells ?? []).map((c: Cell) => [`${c.studentId} ${c.assignmentId} ${c.exercise}`, c])));
	const excused = $derived(new Set((page?.excused ?? []).map((e) => `${e.studentId} ${e.assignmentId}`)));
	const note = (c: Cell) => (c.state === null ? "being checked" : c.state === "unreadable" ? "can't be read" : c.ended === "stopped" ? "stopped" : c.ended === "clock" ? "time over" : "");
</script>

<svelte:head><title>{page?.name ?? "Class"} · Mark Pen</title></svelte:head>
{#if loading.error}<Notice role="alert">{loading.error}</Notice>{/if}
{#if page}
	<div class="flex min-h-15 flex-wrap items-center gap-x-4 border-b border-rule px-4 py-2 sm:px-6">
		<div>
			<div class="text-[13px] text-ink-soft"><a href="/">Classes</a></div>
			<h1>{page.name} <span class="text-[15px] font-normal text-ink-soft">{page.schoolYear}, {page.students.length} students</span></h1>
		</div>
	</div>
	<div class="relative overflow-x-auto px-4 py-4 sm:px-6">
		<table class="w-full border-collapse text-left">
			<thead>
				<tr class="align-bottom">
					<th scope="col" class="min-w-36 border-b border-rule-strong py-2 pr-4 font-semibold">Student</th>
					{#each page.columns as a (a.assignmentId + a.exercise)}
						<th scope="col" class="min-w-44 border-b border-rule-strong px-3 py-2 font-normal">
							<a href="/assignments/{a.assignmentId}/{a.exercise}" class="font-semibold">{a.title}</a>
							<div class="text-[13px] text-ink-soft" title={moment(a.dueAt)}>due {fromNow(a.dueAt)}, {a.possible} points</div>
						</th>
					{/each}
				</tr>
			</thead>
			<tbody>
				{#each page.students as s (s.id)}
					<tr class="border-b border-rule">
						<th scope="row" class="py-1.5 pr-4 font-normal">{s.name}</th>
						{#each page.columns as a (a.assignmentId + a.exercise)}
							{@const c = cells.get(`${s.id} ${a.assignmentId} ${a.exercise}`)}
							<td class="px-3 py-1.5 align-middle">
								{#if c}
									<a href="/hand-ins/{c.handInId}" class="block text-ink no-underline">
										<span class="sr-only">{s.name}, {a.title}:</span>
										<span class="flex items-baseline justify-between text-[13px]">
											<span class="font-mono">{c.points ? c.points.earned : "–"}<span class="sr-only"> of {a.possible} points</span></span>
											<span class="text-ink-soft">{note(c) || (c.tries > 1 ? `try ${c.tries}` : "")}</span>
										</span>
										<VerdictBar verdicts={c.verdicts} />
									</a>
								{:else}
									<span class="text-[13px] text-ink-faint">{excused.has(`${s.id} ${a.assignmentId}`) ? "excused" : "nothing yet"}</span>
								{/if}
							</td>
						{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
{:else if !loading.error}
	<p class="p-6 text-ink-soft" aria-busy="true">Opening the class …</p>
{/if}
