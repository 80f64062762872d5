<script lang="ts">
	import { counted } from "@markpen/core";
	import type { Snippet } from "svelte";
	import Ask from "../../parts/Ask.svelte";
	import Explanations from "../../parts/Explanations.svelte";
	import { explanations } from "../../state/hand-in/explained.ts";
	import type { Desk } from "../../state/desk/desk.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import { fromNow, moment } from "../../state/site/times.ts";

	/** Until when and how often, handing in, and what came of it. */
	const { desk, onpoint, before }: { desk: Desk; onpoint: (index: number | null) => void; before: Snippet } = $props();
	const { work } = $derived(desk);
	const report = $derived(desk.handIn.result?.report ?? null);
	const closed = $derived(Date.parse(work.closesAt) <= Date.now());
	const late = $derived(!closed && Date.parse(work.dueAt) < Date.now());
	const refused = $derived(closed || desk.handIn.triesLeft === 0 || (late && work.late === "refused"));
	const AFTER = {
		refused: "you can no longer hand in",
		reduced: "late work loses points",
		marked: "it will be marked as late",
	} as const;
	const SAVED = {
		saved: "Saved",
		saving: "Saving …",
		unsaved: "Not saved yet",
		offline: "Saved in this browser until you are online again",
	} as const;
	let asking = $state(false);

	async function there() {
		const to = desk.handIn.fits;
		if (to && (await desk.handIn.handInThere())) router.go(`/desk/${to.assignmentId}/${to.exercise.id}`);
	}
</script>

<div class="mb-3 flex min-h-8 flex-wrap items-center gap-2">
	{@render before()}
	<span class="grow"></span>
	<button type="button" class="button" disabled={desk.handIn.handing || refused} onclick={() => (asking = true)}
		>{desk.handIn.handing ? "Handing in …" : "Hand in"}</button
	>
</div>
<div class="-mt-1 mb-2 flex flex-wrap justify-between gap-x-3">
	<p class="quiet" title={moment(work.dueAt)} data-testid="due">
		{#if closed}Closed {fromNow(work.closesAt)}. You can't hand in any more.
		{:else if late}Past due: {AFTER[work.late]}.{#if work.late !== "refused"}&nbsp;It closes {fromNow(
					work.closesAt,
				)}.{/if}
		{:else}Due {fromNow(work.dueAt)}.{/if}
		{#if desk.handIn.triesLeft !== null && !closed}{desk.handIn.triesLeft === 0
				? "You have no tries left."
				: `${counted(desk.handIn.triesLeft, "try", "tries")} left.`}{/if}
	</p>
	<span class="quiet" role="status" data-testid="kept">{SAVED[desk.draft.autosave.saved]}</span>
</div>
<div aria-live="polite">
	{#if desk.handIn.waiting}<p class="mb-3 border-l-[3px] border-partly py-0.5 pl-3" data-testid="waits">
			You handed in at {moment(desk.handIn.waiting.at)} while offline. Your program is saved here and is sent when you are
			online again.
		</p>{/if}
	{#each [desk.error, desk.draft.autosave.error].filter((e) => e !== "") as error (error)}<p
			class="mb-3 border-l-[3px] border-missed py-0.5 pl-3"
			role="alert"
		>
			{error}
		</p>{/each}
	{#if desk.handIn.result && !report}<p class="mb-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result">
			<b>Handed in as try {desk.handIn.result.tryNumber}.</b>
			{desk.handIn.result.waiting ? "Checking …" : "Your teacher will show you the results later."}
		</p>{/if}
	{#if desk.handIn.result && report}
		<p class="mb-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result">
			<b
				>{desk.handIn.result.points
					? `Handed in: ${desk.handIn.result.points.earned} of ${desk.handIn.result.points.possible} points.`
					: "Handed in."}</b
			> <a href="/hand-ins/{desk.handIn.result.id}">See the feedback</a>
		</p>
		{#if desk.handIn.fits}<p class="mb-2 border-l-[3px] border-ink py-0.5 pl-3">
				This program fits another open exercise, <b>{desk.handIn.fits.exercise.title}</b>, better.
				<button type="button" class="tool" onclick={there}>Hand it in there instead</button>
			</p>{/if}
		<Explanations title="Where to look" said={explanations(report)} {onpoint} />
		{#each report.errors as e (e.line + e.code)}<p class="mb-2 border-l-[3px] border-missed py-0.5 pl-3 text-small">
				{report.state === "unreadable" ? "The program can't be read" : "The program stopped"}. Line {e.line}: {e.message}
			</p>{/each}
	{/if}
</div>
<Ask bind:open={asking} title="Hand in your program?">
	<p class="mb-2">
		Your program for <b>{work.exercise.title}</b>, {counted(desk.draft.source.split("\n").length, "line")}{desk.run
			.source === undefined
			? ". You haven't run it yet"
			: desk.fresh
				? ""
				: ". It has changed since the last run"}.
	</p>
	{#if desk.draft.unanswered > 0}<p class="mb-2">
			{desk.draft.unanswered === 1 ? "1 question has" : `${desk.draft.unanswered} questions have`} no answer yet.
		</p>{/if}
	<p class="quiet mb-4">
		{late
			? work.late === "reduced"
				? "The due date has passed, so you lose some points. "
				: "The due date has passed, so it will be marked as late. "
			: ""}{desk.handIn.triesLeft === null
			? "You can hand in again until the closing date."
			: desk.handIn.triesLeft === 1
				? "This is your last try."
				: `You have ${desk.handIn.triesLeft} tries left.`}
	</p>
	<div class="flex gap-3">
		<button
			type="button"
			class="button primary"
			onclick={() => {
				asking = false;
				void desk.handInNow();
			}}>Hand in now</button
		><button type="button" class="button" onclick={() => (asking = false)}>Cancel</button>
	</div>
</Ask>
