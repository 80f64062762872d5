<script lang="ts">
	import { counted } from "@markpen/core";
	import { setMark } from "../../state/class/marks.ts";
	import AdjustForm from "../../parts/AdjustForm.svelte";
	import Causes from "../../parts/Causes.svelte";
	import Criteria from "../../parts/Criteria.svelte";
	import Explanations from "../../parts/Explanations.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import FigureList from "../../parts/FigureList.svelte";
	import Head from "../../parts/Head.svelte";
	import Source from "../../parts/Source.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import { untrack } from "svelte";
	import { api } from "../../state/site/api.ts";
	import { follow } from "../../state/site/server-events.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { Marking, offered, placeWords } from "../../state/hand-in/marking.svelte.ts";
	import { statementsIn } from "../../worker/nib-words.ts";
	import { litBy, type Pointed } from "../../state/sheet/pointing.ts";
	import { ReplayOf } from "../../state/sheet/replay-of.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import { moment } from "../../state/site/times.ts";
	import { explanations } from "../../state/hand-in/explained.ts";
	import { walk } from "../../state/hand-in/walk.svelte.ts";
	import { WhatIf } from "../../state/hand-in/what-if.svelte.ts";
	import { Runner } from "../../worker/runner.ts";
	import { pointsText } from "../../state/hand-in/verdicts.ts";

	const { id }: { id: string } = $props();
	const marking = new Marking();
	void marking.openKept();
	const replay = new ReplayOf(() => marking.loading.value?.source ?? "");
	$effect(() => () => marking.leave());
	$effect(() =>
		marking.loading.value?.waiting
			? follow(`/hand-ins/${id}/events`, { checked: () => void marking.open() })
			: undefined,
	);

	const whatIf = new WhatIf(new Runner());
	$effect(() => () => whatIf.end());

	let pointed = $state.raw<Pointed>(null);
	let adjusting = $state<string | null>(null);
	let field = $state<HTMLTextAreaElement>();
	// The page stays from one hand-in to the next, so that thirty in a row are quick.
	$effect.pre(() => {
		const next = id;
		untrack(() => {
			marking.go(next);
			pointed = null;
			adjusting = null;
			whatIf.hide();
			replay.end();
		});
	});
	const page = $derived(marking.loading.value);
	const report = $derived(page?.report ?? null);
	const among = $derived(walk.beside(id));
	const before = $derived(among ? among.before : (page?.before ?? null));
	const after = $derived(among ? among.after : (page?.after ?? null));
	const lit = $derived(litBy(pointed, report));
	const causes = $derived(report?.causes ?? []);
	/** The criteria that no cause takes along. */
	const left = $derived(report?.criteria.filter((c) => !causes.some((k) => takesAlong(k, c.id))) ?? []);
	const takesAlong = (cause: (typeof causes)[number], criterion: string) =>
		causes.find((k) => k.regains.some((r) => r.id === criterion)) === cause;
	const choices = $derived(offered(marking.kept, report));

	/** Criteria that a teacher judges need their scales, which the assignment tells. */
	const assignment = new Loading<Awaited<ReturnType<typeof api.showAssignment>>>();
	const waits = $derived(report?.criteria.some((c) => c.waits) ?? false);
	$effect(() => {
		if (page && waits)
			void assignment.load(
				() => api.showAssignment({ params: { id: page.assignmentId }, query: { exercise: page.exercise } }),
				`assignment ${page.assignmentId} ${page.exercise}`,
			);
	});
	const scaleOf = (criterion: string) =>
		Object.entries(assignment.value?.criteria.find((c) => c.id === criterion)?.scale ?? {});

	/** The try before, to say how much longer or shorter this one is. */
	const last = new Loading<Awaited<ReturnType<typeof api.showHandIn>>>();
	const lastTry = $derived(page?.tries.find((t) => t.tryNumber === page.tryNumber - 1));
	$effect(() => {
		const before = lastTry?.id;
		if (before === undefined) return;
		last.turnTo(`hand-in ${before}`);
		void last.load(() => api.showHandIn({ params: { id: before } }), `hand-in ${before}`);
	});
	const statements = $derived(page ? statementsIn(page.source, page.language) : 0);
	function beside(): string {
		if (!last.value || !lastTry) return "";
		const more = statements - statementsIn(last.value.source, last.value.language);
		return more === 0
			? `, as many as try ${lastTry.tryNumber}`
			: `, ${Math.abs(more)} ${more > 0 ? "more" : "fewer"} than try ${lastTry.tryNumber}`;
	}

	function keys(event: KeyboardEvent) {
		const inField = (event.target as Element).closest(
			"input, textarea, select, [contenteditable], [role=application], [role=dialog]",
		);
		if (inField || event.ctrlKey || event.metaKey || event.altKey || !page) return;
		const chosen = /^[1-9]$/.test(event.key) ? choices[Number(event.key) - 1] : undefined;
		if (chosen) void marking.comment(chosen.words);
		else if (event.key === "j" && after) router.go(`/hand-ins/${after}`);
		else if (event.key === "k" && before) router.go(`/hand-ins/${before}`);
		else if (event.key === "r" && !page.released) void marking.release();
		else if (event.key === "c") field?.focus();
		else return;
		event.preventDefault();
	}
	function send(event: KeyboardEvent) {
		if (event.key === "Escape") (event.target as HTMLElement).blur();
		if (event.key !== "Enter" || !(event.ctrlKey || event.metaKey)) return;
		event.preventDefault();
		void marking.comment();
		(event.target as HTMLElement).blur();
	}
	setMark("looked at a hand-in");
</script>

<svelte:window onkeydown={keys} />
<Fetched loading={marking.loading} what="the hand-in">
	{#snippet children(page)}
		{#snippet actions()}
			<span class="text-total font-bold" data-testid="points"
				>{page.points ? page.points.earned : "–"}<span class="font-normal text-ink-soft"
					>&nbsp;of {page.points?.possible ?? "–"}{page.points && page.points.open > 0
						? `, ${page.points.open} still to judge`
						: ""}</span
				></span
			>
			<a class="button" href="/hand-ins/{page.id}/print">Print</a>
			<button type="button" class="button" disabled={page.released} onclick={() => marking.release()}
				>{page.released ? "Released" : "Release"} <kbd class="key">r</kbd></button
			>
			{#if among}<span class="quiet"
					>{walk.about}: {among.place}
					<button type="button" class="underline" onclick={() => walk.end()}>Show all</button></span
				>{/if}
			<a class="button" aria-disabled={!before} href={before ? `/hand-ins/${before}` : undefined}
				>Back <kbd class="key">k</kbd></a
			>
			<a class="button primary" aria-disabled={!after} href={after ? `/hand-ins/${after}` : undefined}
				>Next <kbd class="key">j</kbd></a
			>
		{/snippet}
		<Head
			title={page.student.name}
			about="try {page.tryNumber} of {page.tries.length}, handed in {moment(page.handedInAt)}{page.pressedAt
				? ` (sent ${moment(page.pressedAt)} by the student's clock)`
				: ''}{page.late ? ', late' : ''}{page.madeBy === 'closing'
				? ', automatically at the closing date'
				: page.madeBy === 'teacher'
					? ', by a teacher'
					: ''}"
			crumbs={[
				{ href: `/classes/${page.classId}`, text: page.className },
				{ href: `/assignments/${page.assignmentId}/${page.exercise}`, text: page.title },
			]}
			{actions}
		/>
		{#snippet said(of: (place: (typeof page)["comments"][number]["place"]) => boolean)}
			{#each page.comments.filter((c) => of(c.place)) as c (c.id)}
				<p class="by-hand mb-2 ml-7 text-small leading-snug">
					{c.words} <span class="text-ink-soft">{c.by}</span>
					<button type="button" class="text-ink-soft underline" onclick={() => marking.uncomment(c.id)}>Remove</button>
				</p>
			{/each}
		{/snippet}
		{#if report}
			<div class="grid grow lg:grid-cols-[minmax(0,1.25fr)_minmax(0,0.85fr)_minmax(0,1fr)]">
				<section aria-label="Drawing" class="px-4 py-3 sm:pl-6">
					<Viewer
						picture={report.picture as never}
						figures={report.figures}
						said={false}
						lit={whatIf.shown === null ? lit.figures : new Set()}
						wanted="/api/v1/hand-ins/{page.id}/wanted.svg"
						mended={whatIf.url}
						name="{page.student.name} {page.title}"
						replaying={replay.replaying}
						onreplay={(on) =>
							replay.turn(on, {
								source: page.source,
								language: page.language,
								conditions: page.conditions,
								seed: report.seed,
							})}
						onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })}
						onpick={(figure) => (marking.about = { on: "figure", figure })}
					/>
					{#if report.cut}<p class="quiet mt-2">{report.cut.sentence}</p>{/if}
					<FigureList
						title="Figures"
						figures={report.figures}
						inAll={report.figuresInAll}
						lit={lit.figures}
						onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })}
						onpick={(figure) => (marking.about = { on: "figure", figure })}
					>
						{#snippet more(f)}{@render said((p) => p.on === "figure" && p.figure === f.index)}{/snippet}
					</FigureList>
				</section>
				<section
					aria-label="Source"
					class="order-3 border-t border-rule px-4 py-3 lg:order-none lg:border-t-0 lg:border-l"
				>
					<div class="flex min-h-8 flex-wrap items-center justify-between gap-2">
						<h2>Source</h2>
						<span class="quiet"
							>{counted(statements, "statement")}{beside()}; {report.steps > 0
								? `${counted(report.steps, "step")}, `
								: ""}{counted(report.entries, "entry", "entries")}</span
						>
					</div>
					<div class="mt-2">
						<Source
							source={page.source}
							language={page.language}
							errors={report.errors}
							lit={lit.lines}
							here={replay.replaying?.line ?? null}
							comments={page.comments.flatMap((c) =>
								c.place.on === "lines" ? [{ id: c.id, after: c.place.to, words: c.words, by: c.by }] : [],
							)}
							onpoint={(line) => (pointed = line === null ? null : { on: "line", line })}
							onpick={(line) => (marking.about = { on: "lines", from: line, to: line })}
						/>
					</div>
					{#if report.messages.length > 0}<h2 class="mt-3">Printed</h2>
						<pre class="max-h-32 overflow-auto font-mono text-small">{report.messages
								.map((m) => m.text)
								.join("\n")}</pre>{/if}
					{#if report.remarks.length > 0}
						<ul class="quiet mt-2">
							{#each report.remarks as r (r.code + r.line)}<li>Line {r.line}: {r.message}</li>{/each}
						</ul>
					{/if}
					{#if page.tries.length > 1}
						<p class="quiet mt-3">
							Tries: {#each page.tries as t, i (t.id)}{i > 0 ? ", " : ""}{#if t.id === page.id}<b>{t.tryNumber}</b
									>{:else}<a href="/hand-ins/{t.id}">{t.tryNumber}</a>{/if} ({pointsText(t.points)}{t.counts
									? ", counts"
									: ""}){/each}
						</p>
					{/if}
					{#if Object.keys(page.answers).length > 0}
						<h2 class="mt-3">Answers</h2>
						<dl class="text-small leading-snug">
							{#each Object.entries(page.answers) as [criterion, a] (criterion)}<dt class="mt-1 text-ink-soft">
									{report.criteria.find((c) => c.id === criterion)?.asks ?? criterion}, {a.when}
								</dt>
								<dd>{a.words}</dd>{/each}
						</dl>
					{/if}
				</section>
				<section
					aria-label="Criteria"
					class="order-2 border-t border-rule px-4 py-3 sm:pr-6 lg:order-none lg:border-t-0 lg:border-l"
				>
					<section aria-label="Comments" class="mb-3">
						<h2 class="leading-8">
							Comment on {placeWords(marking.about, page)}
							{#if marking.about.on !== "whole"}<button
									type="button"
									class="font-normal text-ink-soft underline"
									onclick={() => (marking.about = { on: "whole" })}>comment on the whole hand-in</button
								>{/if}
						</h2>
						{@render said((p) => p.on === "whole")}
						<textarea
							bind:this={field}
							class="field"
							rows="2"
							aria-label="Comment"
							placeholder="Send with Ctrl Enter. Click a line, figure or criterion to comment on it."
							bind:value={marking.words}
							onkeydown={send}></textarea>
						<div class="mt-1.5 flex flex-wrap items-center gap-3">
							<button
								type="button"
								class="tool"
								disabled={marking.words.trim() === ""}
								onclick={() => marking.comment()}>Send</button
							><label class="quiet flex items-center gap-1.5"
								><input type="checkbox" bind:checked={marking.keep} /> Save for reuse</label
							><kbd class="key">c</kbd>
						</div>
						{#if choices.length > 0}
							<ol class="mt-2 max-h-36 overflow-auto" aria-label="Saved comments">
								{#each choices.slice(0, 9) as k, i (k.id)}
									<li class="flex items-baseline gap-2 border-b border-rule py-1 text-small leading-snug">
										<kbd class="key">{i + 1}</kbd><button
											type="button"
											class="grow text-left hover:underline"
											onclick={() => marking.comment(k.words)}
											>{k.words}{#if k.slip !== null && explanations(report).some((s) => s.id === k.slip)}<span
													class="text-ink-soft"
												>
													suggested</span
												>{/if}</button
										><button
											type="button"
											class="text-ink-soft underline"
											aria-label="Delete saved comment “{k.words}”"
											onclick={() => marking.forget(k.id)}>Delete</button
										>
									</li>
								{/each}
							</ol>
						{/if}
					</section>
					{#snippet listed(criteria: typeof report.criteria, headed: boolean)}
						<Criteria
							{headed}
							{criteria}
							standings={page.criteria}
							lit={lit.criteria}
							onpoint={(criterion) => (pointed = criterion === null ? null : { on: "criterion", id: criterion })}
							onpick={(criterion) => (marking.about = { on: "criterion", criterion })}
							more={below}
						/>
					{/snippet}
					{#snippet below(c: (typeof report.criteria)[number], standing: (typeof page.criteria)[number] | undefined)}
						{#if c.waits}
							<div class="mb-2 ml-7 flex flex-wrap gap-1" role="group" aria-label="Judge: {c.asks}">
								{#each scaleOf(c.id) as [points, words] (points)}<button
										type="button"
										class="tool"
										aria-pressed={standing?.judged === Number(points)}
										data-state={standing?.judged === Number(points) ? "on" : "off"}
										onclick={() => marking.judge(c.id, Number(points))}>{points}: {words}</button
									>{/each}
							</div>
						{/if}
						{#if standing?.adjusted}
							<p class="by-hand mb-2 ml-7 text-small leading-snug">
								Adjusted to {standing.adjusted.points} by {standing.adjusted.by}: {standing.adjusted.reason}
								<button type="button" class="text-ink-soft underline" onclick={() => marking.unadjust(c.id)}
									>Remove adjustment</button
								>
							</p>
						{:else if adjusting === c.id}
							<AdjustForm
								points={standing?.points ?? c.points ?? 0}
								possible={c.possible}
								onsave={(points, reason) => marking.adjust(c.id, points, reason)}
								onleave={() => (adjusting = null)}
							/>
						{:else if standing && !c.waits}
							<button
								type="button"
								class="absolute top-1 right-12 px-1 text-tiny text-ink-soft opacity-0 underline group-hover:opacity-100 hover:opacity-100 focus:opacity-100 pointer-coarse:opacity-100 [li:hover>&]:opacity-100"
								aria-label="Adjust: {c.asks}"
								onclick={() => (adjusting = c.id)}>Adjust</button
							>
						{/if}
						{@render said((p) => p.on === "criterion" && p.criterion === c.id)}
					{/snippet}
					{#if report.causes === null}<p class="quiet mb-2" role="status">Looking for causes …</p>{/if}
					{#if causes.length > 0}<h2 class="mb-1">{causes.length === 1 ? "Cause" : "Causes"}</h2>{/if}
					<Causes
						{causes}
						lit={pointed?.on === "explanation" ? pointed.index : null}
						shown={whatIf.shown}
						onpoint={(index) => (pointed = index === null ? null : { on: "explanation", index })}
						onwhatif={(index) => whatIf.toggle(page, index, causes[index] as (typeof causes)[number], report.seed)}
					>
						{#snippet criteria(cause)}{@render listed(
								report.criteria.filter((c) => takesAlong(cause, c.id)),
								false,
							)}{/snippet}
					</Causes>
					<Explanations
						title="Possible causes"
						said={report.slips}
						from={causes.length}
						lit={pointed?.on === "explanation" ? pointed.index : null}
						onpoint={(index) => (pointed = index === null ? null : { on: "explanation", index })}
					/>
					<h2 class="mb-1">{causes.length > 0 ? "Other criteria" : "Criteria"}</h2>
					{@render listed(left, true)}
					{#if report.state === "unreadable"}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3">
							The program can't be read, so it didn't run. The error is marked in the source.
						</p>{/if}
					{#if report.ended === "stopped"}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3">
							The program stopped at an error. Its drawing until then counts.
						</p>{/if}
					{#if report.ended === "clock"}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3">
							The program ran too long and was stopped. Its drawing until then counts.
						</p>{/if}
				</section>
			</div>
		{:else}
			<div class="px-4 py-4 sm:px-6">
				<p class="mb-3 text-ink-soft" aria-busy={page.waiting}>This hand-in is being checked …</p>
				<Source source={page.source} language={page.language} />
			</div>
		{/if}
	{/snippet}
</Fetched>
