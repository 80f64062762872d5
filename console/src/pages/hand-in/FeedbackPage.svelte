<script lang="ts">
	import Criteria from "../../parts/Criteria.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import FigureList from "../../parts/FigureList.svelte";
	import Head from "../../parts/Head.svelte";
	import Explanations from "../../parts/Explanations.svelte";
	import { explanations, untilExplained } from "../../state/hand-in/explained.ts";
	import Source from "../../parts/Source.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import { api } from "../../state/site/api.ts";
	import { grouped } from "../../state/hand-in/feedback.ts";
	import { follow } from "../../state/site/server-events.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { litBy, type Pointed } from "../../state/sheet/pointing.ts";
	import { ReplayOf } from "../../state/sheet/replay-of.svelte.ts";
	import { moment } from "../../state/site/times.ts";
	import { pointsText } from "../../state/hand-in/verdicts.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showHandIn>>>();
	const work = new Loading<Awaited<ReturnType<typeof api.showWork>>>();
	const report = $derived(loading.value?.report ?? null);
	const open = () => loading.load(() => api.showHandIn({ params: { id } }), `hand-in ${id}`);
	$effect(() => void open());
	$effect(() =>
		loading.value?.waiting ? follow(`/hand-ins/${id}/events`, { checked: () => void open() }) : undefined,
	);
	const searching = $derived(report !== null && report.causes === null);
	$effect(() => {
		if (!searching) return;
		let left = false;
		const look = async () => {
			if (!left) await open();
			return left ? undefined : loading.value?.report;
		};
		void untilExplained({ causes: null }, look, (ms) => new Promise((done) => setTimeout(done, ms)));
		return () => {
			left = true;
		};
	});
	const params = $derived(loading.value && { id: loading.value.assignmentId, exercise: loading.value.exercise });
	$effect(() => {
		const of = params;
		if (of) void work.load(() => api.showWork({ params: of }), `work ${of.id} ${of.exercise}`);
	});
	const replay = new ReplayOf(() => loading.value?.source ?? "");
	let pointed = $state.raw<Pointed>(null);
	let list = $state<FigureList>();
	const lit = $derived(litBy(pointed, report));
	const model = $derived(work.value?.model ?? null);
	const modelUrl = $derived(model ? `data:image/svg+xml;utf8,${encodeURIComponent(model.picture)}` : undefined);

	/** Goes from a criterion to the first of its figures. */
	function go(criterion: string) {
		const [first] = report?.criteria.find((c) => c.id === criterion)?.figures ?? [];
		if (first !== undefined) list?.go(first);
	}
</script>

<Fetched {loading} what="your hand-in">
	{#snippet children(page)}
		{#snippet actions()}
			<span class="text-total font-bold" data-testid="points"
				>{page.points ? page.points.earned : "–"}<span class="font-normal text-ink-soft"
					>&nbsp;of {page.points?.possible ?? "–"}{page.points && page.points.open > 0
						? `, ${page.points.open} still to judge`
						: ""}</span
				></span
			>
			<a class="button primary" href="/desk/{page.assignmentId}/{page.exercise}">Continue at the desk</a>
		{/snippet}
		<Head
			title={page.title}
			about="try {page.tryNumber} of {page.tries.length}, handed in {moment(page.handedInAt)}{page.late
				? ', late'
				: ''}"
			crumbs={[{ href: "/", text: "My work" }]}
			{actions}
		/>
		{#snippet said(of: (place: (typeof page)["comments"][number]["place"]) => boolean)}
			{#each page.comments.filter((c) => of(c.place)) as c (c.id)}<p class="by-hand mb-2 text-small leading-snug">
					{c.words} <span class="text-ink-soft">{c.by}</span>
				</p>{/each}
		{/snippet}
		{#if report}
			<div class="grid grow lg:grid-cols-[minmax(0,1.25fr)_minmax(0,0.85fr)_minmax(0,1fr)]">
				<section aria-label="Drawing" class="px-4 py-3 sm:pl-6">
					<Viewer
						picture={report.picture as never}
						figures={report.figures}
						said={false}
						lit={lit.figures}
						wanted={modelUrl}
						name={page.title}
						replaying={replay.replaying}
						onreplay={(on) =>
							replay.turn(on, {
								source: page.source,
								language: page.language,
								conditions: page.conditions,
								seed: report.seed,
							})}
						onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })}
					/>
					{#if report.cut}<p class="quiet mt-2">{report.cut.sentence}</p>{/if}
					<FigureList
						bind:this={list}
						title="Your drawing"
						figures={report.figures}
						inAll={report.figuresInAll}
						lit={lit.figures}
						onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })}
					>
						{#snippet more(f)}{@render said((p) => p.on === "figure" && p.figure === f.index)}{/snippet}
					</FigureList>
				</section>
				<section
					aria-label="Source"
					class="order-3 border-t border-rule px-4 py-3 lg:order-none lg:border-t-0 lg:border-l"
				>
					<h2 class="leading-8">Your program</h2>
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
						/>
					</div>
					{#if model}
						<section aria-labelledby="model">
							<h2 id="model" class="mt-4 mb-1">The model</h2>
							<img class="w-full border border-rule-strong bg-sheet" alt="The model's drawing" src={modelUrl} />
							{#if model.source}<div class="mt-2">
									<Source source={model.source} language={model.language} name="The model's source" />
								</div>{/if}
						</section>
					{/if}
					{#if Object.keys(page.answers).length > 0}
						<h2 class="mt-3">Your answers</h2>
						<dl class="text-small leading-snug">
							{#each Object.entries(page.answers) as [criterion, a] (criterion)}<dt class="mt-1 text-ink-soft">
									{report.criteria.find((c) => c.id === criterion)?.asks ?? criterion}
								</dt>
								<dd>{a.words}</dd>{/each}
						</dl>
					{/if}
					{#if page.tries.length > 1}
						<p class="quiet mt-3">
							Tries: {#each page.tries as t, i (t.id)}{i > 0 ? ", " : ""}{#if t.id === page.id}<b>{t.tryNumber}</b
									>{:else}<a href="/hand-ins/{t.id}">{t.tryNumber}</a>{/if} ({pointsText(t.points)}{t.counts
									? ", counts"
									: ""}){/each}
						</p>
					{/if}
				</section>
				<section
					aria-label="Criteria"
					class="order-2 border-t border-rule px-4 py-3 sm:pr-6 lg:order-none lg:border-t-0 lg:border-l"
				>
					{#if page.comments.some((c) => c.place.on === "whole")}<h2 class="mb-1">From your teacher</h2>
						{@render said((p) => p.on === "whole")}{/if}
					{#each grouped(report.criteria, page.criteria) as group (group.title)}
						<section aria-label={group.title} class="mb-4">
							<h2 class="mb-1">
								{group.title}
								<span class="font-normal text-ink-soft">{group.criteria.length} of {report.criteria.length}</span>
							</h2>
							{#if group.next}<Explanations
									title="Where to look"
									said={explanations(report)}
									lit={pointed?.on === "explanation" ? pointed.index : null}
									onpoint={(index) => (pointed = index === null ? null : { on: "explanation", index })}
								/>{/if}
							<Criteria
								criteria={group.criteria}
								standings={page.criteria}
								lit={lit.criteria}
								onpoint={(criterion) => (pointed = criterion === null ? null : { on: "criterion", id: criterion })}
								onpick={go}
								small={group.title === "Met"}
							>
								{#snippet more(c, standing)}
									{#if standing?.adjusted}<p class="by-hand mb-2 ml-7 text-small leading-snug">
											{standing.adjusted.by} gave {standing.adjusted.points}: {standing.adjusted.reason}
										</p>{/if}
									<div class="ml-7">{@render said((p) => p.on === "criterion" && p.criterion === c.id)}</div>
								{/snippet}
							</Criteria>
						</section>
					{/each}
				</section>
			</div>
		{:else}
			<div class="px-4 py-4 sm:px-6">
				<p class="mb-3 text-ink-soft" aria-busy={page.waiting}>
					{page.waiting ? "This hand-in is being checked …" : "Your teacher will show you the results later."}
				</p>
				<Source source={page.source} language={page.language} />
			</div>
		{/if}
	{/snippet}
</Fetched>
