<script lang="ts">
	import Notice from "../../parts/Notice.svelte";
	import { api } from "../../state/api.ts";
	import { Loading } from "../../state/loading.svelte.ts";
	import { metCounts } from "../../state/wall.ts";
	import { fromNow, moment } from "../../state/times.ts";

	const { id, exercise }: { id: string; exercise?: string | undefined } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showAssignment>>>();
	$effect(() => {
		const load = () => loading.load(() => api.showAssignment({ params: { id }, query: exercise === undefined ? {} : { exercise } }));
		void load();
		const timer = setInterval(() => loading.value?.handIns.some((h) => h.state === null) && void load(), 1500);
		return () => clearInterval(timer);
	});

	let pointed = $state<number | null>(null);
	const page = $derived(loading.value);
	const counts = $derived(page ? metCounts(page) : []);
	const checked = $derived(page?.handIns.filter((h) => h.state !== null).length ?? 0);
	const fails = (verdicts: readonly string[]) => pointed !== null && verdicts.length > pointed && verdicts[pointed] !== "met";
</script>

<svelte:head><title>{page?.title ?? "Assignment"} · Mark Pen</title></svelte:head>
{#if loading.error}<Notice role="alert">{loading.error}</Notice>{/if}
{#if page}
	<div class="flex min-h-15 flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-4 py-2 sm:px-6">
		<div>
			<div class="text-[13px] text-ink-soft"><a href="/classes/{page.classId}">{page.className}</a></div>
			<h1>{page.title} <span class="text-[15px] font-normal text-ink-soft" title={moment(page.dueAt)}>due {fromNow(page.dueAt)}; {page.handIns.length} of {page.students} handed in{checked < page.handIns.length ? `, ${checked} checked` : ""}</span></h1>
		</div>
		<span class="grow"></span>
		{#if page.handIns[0]}<a class="button primary" href="/hand-ins/{page.handIns[0].id}">Look from the first</a>{/if}
	</div>
	<div class="grid grow lg:grid-cols-[1fr_372px]">
		<section aria-label="Drawings" class="px-4 py-4 sm:px-6">
			<ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-4">
				{#each page.handIns as h (h.id)}
					{@const on = fails(h.verdicts)}
					<li>
						<a href="/hand-ins/{h.id}" class="block text-ink no-underline" data-hand-in={h.id}>
							<span class="block border border-rule-strong bg-sheet" class:shadow-lit={on} data-lit={on ? "" : undefined}>
								{#if h.state !== null}
									<img src="/api/v1/hand-ins/{h.id}/drawing.svg" alt="Drawing of {h.student.name}" loading="lazy" class="block aspect-[4/3] w-full object-contain" />
								{:else}
									<span class="flex aspect-[4/3] items-center justify-center text-[13px] text-ink-faint">being checked</span>
								{/if}
							</span>
							<span class="mt-1 flex justify-between gap-2"><span class="font-semibold">{h.student.name}</span><span class="font-mono text-[13px]">{h.points?.earned ?? "–"}</span></span>
							<span class="block text-[13px] leading-snug text-ink-soft">{h.note}</span>
						</a>
					</li>
				{/each}
				{#each page.without as s (s.id)}
					<li>
						<span class="block aspect-[4/3] border border-dashed border-rule-strong"></span>
						<span class="mt-1 flex justify-between gap-2"><span class="font-semibold">{s.name}</span><span class="font-mono text-[13px]">–</span></span>
						<span class="block text-[13px] text-ink-soft">nothing handed in</span>
					</li>
				{/each}
			</ul>
		</section>
		<section aria-labelledby="criteria" class="border-t border-rule px-4 py-4 lg:border-t-0 lg:border-l">
			<h2 id="criteria" class="mb-2">Criteria: how many met each</h2>
			<ul>
				{#each page.criteria as c, i (c.id)}
					{@const count = counts[i]}
					<li>
						<button type="button" class="grid w-full grid-cols-[1fr_90px_72px] items-center gap-2 border-b border-rule px-1 py-1.5 text-left" class:lit={pointed === i} onpointerenter={() => (pointed = i)} onpointerleave={() => (pointed = null)} onfocus={() => (pointed = i)} onblur={() => (pointed = null)}>
							<span class="leading-snug">{c.asks}</span>
							<svg viewBox="0 0 100 8" preserveAspectRatio="none" class="h-2 w-full border border-rule-strong bg-sheet" aria-hidden="true">
								<rect width={count ? (100 * count.met) / Math.max(1, checked) : 0} height="8" fill="var(--c-met)" />
								<rect x={count ? (100 * count.met) / Math.max(1, checked) : 0} width={count ? (100 * count.partly) / Math.max(1, checked) : 0} y="4" height="4" fill="var(--c-partly)" />
							</svg>
							<span class="text-right font-mono text-[13px]">{count?.met ?? 0} of {checked}</span>
						</button>
					</li>
				{/each}
			</ul>
			<p class="mt-3 text-[13px] text-ink-soft">Pointing at a row lights the drawings that don't meet it in full.</p>
		</section>
	</div>
{:else if !loading.error}
	<p class="p-6 text-ink-soft" aria-busy="true">Opening the assignment …</p>
{/if}

<style>
	.shadow-lit {
		box-shadow: 0 0 0 4px var(--c-point);
	}
</style>
