<script lang="ts">
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
		refused: "nothing more can be handed in",
		reduced: "a late try loses part of its points",
		marked: "it will be marked as late",
	} as const;
	const SAVED = {
		saved: "kept",
		saving: "keeping …",
		unsaved: "being kept",
		offline: "kept in this browser until the network is back",
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
		{#if closed}Closed {fromNow(work.closesAt)}: nothing more can be handed in.
		{:else if late}Past due: {AFTER[work.late]}.{#if work.late !== "refused"}&nbsp;It closes {fromNow(
					work.closesAt,
				)}.{/if}
		{:else}Due {fromNow(work.dueAt)}.{/if}
		{#if desk.handIn.triesLeft !== null && !closed}{desk.handIn.triesLeft === 0
				? "You have no try left."
				: `${desk.handIn.triesLeft} ${desk.handIn.triesLeft === 1 ? "try" : "tries"} left.`}{/if}
	</p>
	<span class="quiet" role="status" data-testid="kept">{SAVED[desk.draft.autosave.saved]}</span>
</div>
<div aria-live="polite">
	{#if desk.handIn.waiting}<p class="mb-3 border-l-[3px] border-partly py-0.5 pl-3" data-testid="waits">
			You handed in at {moment(desk.handIn.waiting.at)}, without a network. It is kept here and goes out by itself once
			there is one.
		</p>{/if}
	{#each [desk.error, desk.draft.autosave.error].filter((e) => e !== "") as error (error)}<p
			class="mb-3 border-l-[3px] border-missed py-0.5 pl-3"
			role="alert"
		>
			{error}
		</p>{/each}
	{#if desk.handIn.result && !report}<p class="mb-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result">
			<b>It has arrived, as try {desk.handIn.result.tryNumber}.</b>
			{desk.handIn.result.waiting ? "It is being checked …" : "Your teacher will show you how it went."}
		</p>{/if}
	{#if desk.handIn.result && report}
		<p class="mb-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result">
			<b
				>{desk.handIn.result.points
					? `Handed in: ${desk.handIn.result.points.earned} of ${desk.handIn.result.points.possible} points.`
					: "Handed in."}</b
			> <a href="/hand-ins/{desk.handIn.result.id}">See it on the drawing</a>
		</p>
		{#if desk.handIn.fits}<p class="mb-2 border-l-[3px] border-ink py-0.5 pl-3">
				This looks like <b>{desk.handIn.fits.exercise.title}</b>, which is open.
				<button type="button" class="tool" onclick={there}>Hand it in there</button>
			</p>{/if}
		<Explanations title="What to look at" said={explanations(report)} {onpoint} />
		{#each report.errors as e (e.line + e.code)}<p class="mb-2 border-l-[3px] border-missed py-0.5 pl-3 text-small">
				{report.state === "unreadable" ? "It can't be read" : "It stopped"} in line {e.line}: {e.message}
			</p>{/each}
	{/if}
</div>
<Ask bind:open={asking} title="Hand this in?">
	<p class="mb-2">
		Your program for <b>{work.exercise.title}</b>, {desk.draft.source.split("\n").length} lines{desk.run.source ===
		undefined
			? ", which you haven't run yet"
			: desk.fresh
				? ""
				: ", changed since you ran it"}.
	</p>
	{#if desk.draft.unanswered > 0}<p class="mb-2">
			{desk.draft.unanswered === 1 ? "A question is" : `${desk.draft.unanswered} questions are`} not answered yet.
		</p>{/if}
	<p class="quiet mb-4">
		{late
			? work.late === "reduced"
				? "It is past due, so part of the points are lost. "
				: "It is past due and will be marked as late. "
			: ""}{desk.handIn.triesLeft === null
			? "You can hand in again until it closes."
			: `This is one of ${desk.handIn.triesLeft} ${desk.handIn.triesLeft === 1 ? "try" : "tries"} that you have left.`}
	</p>
	<div class="flex gap-3">
		<button
			type="button"
			class="button primary"
			onclick={() => {
				asking = false;
				void desk.handInNow();
			}}>Hand it in</button
		><button type="button" class="button" onclick={() => (asking = false)}>Not yet</button>
	</div>
</Ask>
