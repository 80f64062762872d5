<script lang="ts">
	import Criteria from "../../parts/Criteria.svelte";
	import Drawing from "../../parts/Drawing.svelte";
	import Notice from "../../parts/Notice.svelte";
	import Slips from "../../parts/Slips.svelte";
	import Source from "../../parts/Source.svelte";
	import { api } from "../../state/api.ts";
	import { Loading } from "../../state/loading.svelte.ts";
	import { statementsIn } from "../../state/nib-words.ts";
	import { litBy, type Pointed } from "../../state/pointing.ts";
	import { router } from "../../state/router.svelte.ts";
	import { session } from "../../state/session.svelte.ts";
	import { moment } from "../../state/times.ts";
	import { pointsText } from "../../state/verdicts.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showHandIn>>>();
	$effect(() => {
		const load = () => loading.load(() => api.showHandIn({ params: { id } }));
		void load();
		const timer = setInterval(() => loading.value?.waiting && void load(), 700);
		return () => clearInterval(timer);
	});

	let pointed = $state.raw<Pointed>(null);
	const page = $derived(loading.value);
	const report = $derived(page?.report ?? null);
	const lit = $derived(litBy(pointed, report));
	const teacher = $derived(session.account?.role === "teacher");
	const statements = $derived(page ? statementsIn(page.source) : 0);

	function keys(event: KeyboardEvent) {
		const inField = (event.target as Element).closest("input, textarea, [contenteditable]");
		if (inField || event.ctrlKey || event.metaKey || event.altKey || !page) return;
		if (event.key === "j" && page.after) router.go(`/hand-ins/${page.after}`);
		if (event.key === "k" && page.before) router.go(`/hand-ins/${page.before}`);
	}
</script>

<svelte:window onkeydown={keys} />
<svelte:head><title>{page ? `${page.student.name}, ${page.title}` : "Hand-in"} · Mark Pen</title></svelte:head>
{#if loading.error}<Notice role="alert">{loading.error}</Notice>{/if}
{#if page}
	<div class="flex min-h-15 flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-4 py-2 sm:px-6">
		<div>
			<div class="text-[13px] text-ink-soft">
				{#if teacher}<a href="/classes/{page.classId}">{page.className}</a> / <a href="/assignments/{page.assignmentId}/{page.exercise}">{page.title}</a>{:else}<a href="/">My work</a> / <a href="/desk/{page.assignmentId}/{page.exercise}">{page.title}</a>{/if}
			</div>
			<h1>{page.student.name} <span class="text-[15px] font-normal text-ink-soft">try {page.tryNumber} of {page.tries.length}, handed in {moment(page.handedInAt)}</span></h1>
		</div>
		<span class="grow"></span>
		<span class="text-[22px] font-bold" data-testid="points">{page.points ? page.points.earned : "–"}<span class="font-normal text-ink-soft">&nbsp;of {page.points?.possible ?? "–"}{page.points && page.points.open > 0 ? `, ${page.points.open} still to be judged` : ""}</span></span>
		{#if teacher}
			<a class="button" aria-disabled={!page.before} href={page.before ? `/hand-ins/${page.before}` : undefined}>Back <kbd class="key">k</kbd></a>
			<a class="button" aria-disabled={!page.after} href={page.after ? `/hand-ins/${page.after}` : undefined}>Next <kbd class="key">j</kbd></a>
		{/if}
	</div>
	{#if report}
		<div class="grid grow lg:grid-cols-[minmax(0,1.25fr)_minmax(0,0.85fr)_minmax(0,1fr)]">
			<section aria-label="Drawing" class="px-4 py-4 sm:pl-6">
				<Drawing picture={report.picture} figures={report.figures} said={false} lit={lit.figures} onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })} />
				<h2 class="mt-4 mb-1">What was drawn</h2>
				<ol class="max-h-60 overflow-auto text-[13px] leading-snug">
					{#each report.figures as f, i (f.index)}
						<li>
							<button type="button" class="w-full border-b border-rule px-1 py-1 text-left" class:lit={lit.figures.has(f.index)} onpointerenter={() => (pointed = { on: "figure", index: f.index })} onpointerleave={() => (pointed = null)} onfocus={() => (pointed = { on: "figure", index: f.index })} onblur={() => (pointed = null)}>{i + 1}. {f.sentence}</button>
						</li>
					{:else}
						<li class="text-ink-soft">Nothing that can be seen.</li>
					{/each}
					{#if report.figuresInAll > report.figures.length}<li class="px-1 py-1 text-ink-soft">… and {report.figuresInAll - report.figures.length} figures more.</li>{/if}
				</ol>
			</section>
			<section aria-label="Source" class="order-3 border-t border-rule px-4 py-4 lg:order-none lg:border-t-0 lg:border-l">
				<div class="flex h-8 items-center justify-between"><h2>Source</h2><span class="text-[13px] text-ink-soft">{statements} statements</span></div>
				<div class="mt-3">
					<Source source={page.source} errors={report.errors} lit={lit.lines} onpoint={(line) => (pointed = line === null ? null : { on: "line", line })} />
				</div>
				{#if report.remarks.length > 0}
					<ul class="mt-2 text-[13px] text-ink-soft">
						{#each report.remarks as r (r.code + r.line)}<li>Line {r.line}: {r.message}</li>{/each}
					</ul>
				{/if}
				{#if page.tries.length > 1}
					<p class="mt-3 text-[13px] text-ink-soft">
						Tries: {#each page.tries as t, i (t.id)}{#if i > 0}, {/if}{#if t.id === page.id}<b>{t.tryNumber}</b>{:else}<a href="/hand-ins/{t.id}">{t.tryNumber}</a>{/if} ({pointsText(t.points)}){/each}
					</p>
				{/if}
			</section>
			<section aria-label="Criteria" class="order-2 border-t border-rule px-4 py-4 sm:pr-6 lg:order-none lg:border-t-0 lg:border-l">
				<Slips slips={report.slips} lit={pointed?.on === "slip" ? pointed.id : null} onpoint={(slip) => (pointed = slip === null ? null : { on: "slip", id: slip })} />
				<div class="flex h-8 items-center"><h2>Criteria</h2></div>
				<div class="mt-3"><Criteria criteria={report.criteria} standings={page.criteria} lit={lit.criteria} onpoint={(criterion) => (pointed = criterion === null ? null : { on: "criterion", id: criterion })} /></div>
				{#if report.state === "unreadable"}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3">The program can't be read, so it wasn't run. The source says where.</p>{/if}
				{#if report.ended === "stopped"}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3">The program stopped at an error. What it drew before counts.</p>{/if}
				{#if report.ended === "clock"}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3">The program's time was over. What it drew before counts.</p>{/if}
			</section>
		</div>
	{:else}
		<div class="px-4 py-4 sm:px-6"><p class="mb-3 text-ink-soft" aria-busy={page.waiting}>{page.waiting ? "This hand-in is being checked …" : "Your teacher will show you how it went."}</p><Source source={page.source} /></div>
	{/if}
{:else if !loading.error}
	<p class="p-6 text-ink-soft" aria-busy="true">Opening the hand-in …</p>
{/if}
