<script lang="ts">
	import { CallError } from "@markpen/client";
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import Rehearsal from "../../parts/Rehearsal.svelte";
	import RulesFields from "../../parts/RulesFields.svelte";
	import { api } from "../../state/site/api.ts";
	import { assignmentPages } from "../../state/class/class-pages.ts";
	import { Loading, saying } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import {
		differences,
		freshRules,
		onClock,
		type RulesForm,
		rulesBody,
		rulesOf,
	} from "../../state/assignment/rules.ts";
	import { moment } from "../../state/site/times.ts";

	const { id, exercise }: { id: string; exercise: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const page = await api.showAssignment({ params: { id }, query: { exercise } });
		return { page, of: await api.showClass({ params: { id: page.classId } }) };
	}
	$effect(() => void loading.load(fetch, `rules ${id}`));

	let form = $state<RulesForm>(freshRules("UTC"));
	/** The revision that the form was read from. */
	let revision = $state(0);
	let theirs = $state.raw<{ form: RulesForm; revision: number } | null>(null);
	let error = $state("");
	let student = $state("");
	let own = $state({ dueAt: "", closesAt: "", excused: false });
	$effect(() => {
		if (loading.value && revision === 0) take(loading.value);
	});
	function take({ page, of }: NonNullable<typeof loading.value>) {
		form = rulesOf(page, of.zone);
		revision = page.revision;
	}

	async function save(event?: SubmitEvent) {
		event?.preventDefault();
		error = "";
		try {
			const { revision: next } = await api.changeAssignment({ params: { id }, body: rulesBody(form), revision });
			revision = next;
			notes.say("Saved.");
			await loading.load(fetch, `rules ${id}`);
		} catch (problem) {
			if (problem instanceof CallError && problem.code === "changed-since") {
				const now = await fetch();
				theirs = { form: rulesOf(now.page, now.of.zone), revision: now.page.revision };
			} else error = saying(problem);
		}
	}
	function choose(mine: boolean) {
		if (!theirs) return;
		revision = theirs.revision;
		if (!mine) form = theirs.form;
		theirs = null;
		if (mine) void save();
	}
	function pick(studentId: string) {
		student = studentId;
		const there = loading.value?.page.ownDates.find((o) => o.studentId === studentId);
		const at = (instant: string | null | undefined) =>
			instant ? onClock(instant, loading.value?.of.zone ?? "UTC") : "";
		own = {
			dueAt: at(there?.dueAt),
			closesAt: at(there?.closesAt),
			excused: loading.value?.page.excused.includes(studentId) ?? false,
		};
	}
	async function giveOwn(event: SubmitEvent) {
		event.preventDefault();
		const done = await notes.trying(() =>
			api.setOwnDates({
				params: { id, student },
				body: { dueAt: own.dueAt || null, closesAt: own.closesAt || null, excused: own.excused },
			}),
		);
		if (done) notes.say("Saved for this student.");
		await loading.load(fetch, `rules ${id}`);
	}
	async function takeBack() {
		const classId = loading.value?.page.classId;
		const done = await notes.trying(async () => {
			await api.removeAssignment({ params: { id } });
			return true;
		});
		if (done && classId) {
			notes.say("Assignment deleted.");
			router.go(`/classes/${classId}`);
		}
	}
	let asking = $state(false);
</script>

<Fetched {loading} what="the dates and rules">
	{#snippet children({ page, of })}
		<Head
			title="Dates and rules"
			about={page.title}
			crumbs={[
				{ href: `/classes/${page.classId}`, text: page.className },
				{ href: `/assignments/${id}/${exercise}`, text: page.title },
			]}
			beside={assignmentPages(id, exercise, "/rules")}
		/>
		<div class="grid gap-8 px-4 py-4 sm:px-6 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
			<form onsubmit={save} class="grid content-start gap-5">
				<label class="grid gap-1"
					><span class="font-semibold">Title</span><input
						class="field"
						bind:value={form.title}
						maxlength="120"
						required
					/></label
				>
				<RulesFields bind:form zone={of.zone} />
				{#if error}<p role="alert" class="border-l-[3px] border-missed py-0.5 pl-3">{error}</p>{/if}
				<div class="flex gap-3">
					<button class="button primary" disabled={page.covering}>Save</button>{#if page.handIns.length === 0}<button
							type="button"
							class="button"
							onclick={() => (asking = true)}>Delete assignment …</button
						>{/if}
				</div>
			</form>
			<div class="grid content-start gap-6">
				<section aria-labelledby="own">
					<h2 id="own" class="text-lead">Dates for one student</h2>
					<ul class="my-2">
						{#each page.ownDates as o (o.studentId)}<li class="quiet">
								{of.students.find((s) => s.id === o.studentId)?.name ?? "A student"}: {o.dueAt
									? `due ${moment(o.dueAt)}`
									: ""}{o.closesAt ? ` closes ${moment(o.closesAt)}` : ""}
							</li>{/each}{#each page.excused as studentId (studentId)}<li class="quiet">
								{of.students.find((s) => s.id === studentId)?.name ?? "A student"}: excused
							</li>{/each}
					</ul>
					<label class="grid gap-1"
						><span>Student</span><select
							class="field"
							value={student}
							onchange={(event) => pick(event.currentTarget.value)}
							><option value="">Choose a student</option>{#each of.students as s (s.id)}<option value={s.id}
									>{s.name}</option
								>{/each}</select
						></label
					>
					{#if student}
						<form onsubmit={giveOwn} class="mt-2 grid gap-2 sm:grid-cols-2">
							<label class="grid gap-1"
								><span>Due</span><input class="field" type="datetime-local" bind:value={own.dueAt} /></label
							><label class="grid gap-1"
								><span>Closes</span><input class="field" type="datetime-local" bind:value={own.closesAt} /></label
							><label class="flex items-center gap-2 sm:col-span-2"
								><input type="checkbox" bind:checked={own.excused} /> Excused</label
							>
							<div><button class="button">Save for this student</button></div>
						</form>
					{/if}
				</section>
				<Rehearsal
					assignmentId={id}
					exercise={page.exercise}
					version={page.exercises.find((e) => e.key === page.exercise)?.version ?? 1}
				/>
			</div>
		</div>
		<Ask bind:open={asking} title="Delete this assignment?"
			><p class="mb-4">There are no hand-ins. Students' drafts for this assignment will be deleted too.</p>
			<div class="flex gap-3">
				<button type="button" class="button primary" onclick={takeBack}>Delete assignment</button><button
					type="button"
					class="button"
					onclick={() => (asking = false)}>Cancel</button
				>
			</div></Ask
		>
	{/snippet}
</Fetched>
<Ask open={theirs !== null} title="Someone else changed this assignment" leave={false} wide>
	{#if theirs}
		<p class="mb-3">Choose which version to keep. The differences are:</p>
		<table class="w-full text-left">
			<thead
				><tr
					><th scope="col" class="py-1"><span class="sr-only">Field</span></th><th scope="col" class="py-1"
						>Your version</th
					><th scope="col" class="py-1">Saved version</th></tr
				></thead
			><tbody
				>{#each differences(form, theirs.form) as d (d.field)}<tr class="border-t border-rule"
						><th scope="row" class="py-1 pr-3 font-normal text-ink-soft">{d.field}</th><td class="py-1 pr-3"
							>{d.mine}</td
						><td class="py-1">{d.theirs}</td></tr
					>{/each}</tbody
			>
		</table>
		<div class="mt-4 flex gap-3">
			<button type="button" class="button primary" onclick={() => choose(true)}>Save my version</button><button
				type="button"
				class="button"
				onclick={() => choose(false)}>Use the saved version</button
			>
		</div>
	{/if}
</Ask>
