<script lang="ts">
	import { counted } from "@markpen/core";
	import Nothing from "../../parts/Nothing.svelte";
	import Ask from "../../parts/Ask.svelte";
	import Chart from "../../parts/Chart.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import StuckList from "../../parts/StuckList.svelte";
	import SharedCauses from "../../parts/SharedCauses.svelte";
	import Thumb from "../../parts/Thumb.svelte";
	import Words from "../../parts/Words.svelte";
	import { api } from "../../state/site/api.ts";
	import { assignmentPages } from "../../state/class/class-pages.ts";
	import { browserClock } from "../../state/site/clock.ts";
	import { followOften } from "../../state/site/server-events.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import type { Paintable } from "../../state/sheet/painter.ts";
	import { fromNow, moment } from "../../state/site/times.ts";
	import { Query } from "../../state/site/query.svelte.ts";
	import { judgedFully, metCounts } from "../../state/class/wall.ts";

	const { id, exercise }: { id: string; exercise?: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showAssignment>>>();
	const stuck = new Loading<Awaited<ReturnType<typeof api.listStuck>>>();
	const tries = new Loading<Awaited<ReturnType<typeof api.triesUntilMet>>>();
	const query = $derived(exercise === undefined ? {} : { exercise });
	const drawings = new Loading<ReadonlyMap<string, Paintable>>();
	const load = () =>
		Promise.all([
			loading.load(() => api.showAssignment({ params: { id }, query }), `assignment ${id} ${exercise ?? ""}`),
			drawings.load(
				async () => new Map((await api.listDrawings({ params: { id }, query })).drawings.map((d) => [d.id, d.picture])),
				`drawings ${id} ${exercise ?? ""}`,
			),
		]);

	$effect(() => {
		void load();
		const kinds = ["ready", "handed-in", "checked", "explained", "released", "commented"];
		return followOften(
			`/assignments/${id}/events`,
			kinds,
			{ clock: browserClock, milliseconds: 700 },
			() => void load(),
		);
	});
	const classId = $derived(loading.value?.classId);
	$effect(() => {
		if (classId)
			void stuck.load(
				() => api.listStuck({ params: { id: classId }, query: { assignment: id } }),
				`stuck ${classId} ${id}`,
			);
	});

	/** What is pointed at: a criterion by its place, or a slip. */
	let pointed = $state.raw<{ criterion: number } | { slip: string } | null>(null);
	let asking = $state(false);
	/** Whether to show only hand-ins that are one change away from meeting everything. */
	const kept = new Query();
	const onlyAway = $derived(kept.get("only") === "one-change-away");
	const charts = $derived(kept.get("charts") !== "");
	const cropped = $derived(kept.get("cropped") !== "");
	$effect(() => {
		if (charts) void tries.load(() => api.triesUntilMet({ params: { id }, query }), `tries ${id} ${exercise ?? ""}`);
	});

	type Row = NonNullable<typeof loading.value>["handIns"][number];
	function isLit(h: Row): boolean {
		if (pointed === null) return false;
		if ("slip" in pointed) return h.slips.includes(pointed.slip);
		const verdict = h.verdicts[pointed.criterion];
		return verdict === "missed" || verdict === "partly";
	}

	async function release(students?: string[]) {
		asking = false;
		const done = await notes.trying(() => api.release({ params: { id }, body: students ? { students } : {} }));
		if (done)
			notes.say(
				done.released === 0 ? "Everything was already released." : `Released to ${counted(done.released, "student")}.`,
			);
		await load();
	}
</script>

<Fetched {loading} what="the assignment">
	{#snippet children(page)}
		{@const counts = metCounts(page)}
		{@const away = page.handIns.filter((h) => h.oneChangeAway).length}
		{@const checked = page.handIns.filter((h) => h.state !== null).length}
		{@const held =
			(page.showPoints === "release" || page.showFeedback === "release") && page.handIns.some((h) => !h.released)}
		{#snippet actions()}
			{#if page.exercises.length > 1}
				<nav aria-label="Exercises of the collection" class="flex flex-wrap gap-1">
					{#each page.exercises as e (e.key)}<a
							class="tool no-underline"
							data-state={e.key === page.exercise ? "on" : "off"}
							aria-current={e.key === page.exercise ? "page" : undefined}
							href="/assignments/{id}/{e.key}">{e.title}</a
						>{/each}
				</nav>
			{/if}
			<button
				type="button"
				class="tool"
				aria-pressed={charts}
				data-state={charts ? "on" : "off"}
				onclick={() => kept.set("charts", charts ? "" : "shown")}>Charts</button
			>
			<button
				type="button"
				class="tool"
				aria-pressed={cropped}
				data-state={cropped ? "on" : "off"}
				onclick={() => kept.set("cropped", cropped ? "" : "yes")}>Crop drawings</button
			>
			{#if held && !page.covering}<button type="button" class="button" onclick={() => (asking = true)}>Release …</button
				>{/if}
			{#if page.handIns[0]}<a class="button" href="/assignments/{id}/{page.exercise}/print">Print feedback</a>{/if}
			{#if page.handIns[0]}<a class="button primary" href="/hand-ins/{page.handIns[0].id}">Start marking</a>{/if}
		{/snippet}
		<Head
			title={page.exercises.find((e) => e.key === page.exercise)?.title ?? page.title}
			about="due {fromNow(page.dueAt)}; {page.handIns.length} of {page.students} handed in"
			crumbs={[
				{ href: "/classes", text: "Classes" },
				{ href: `/classes/${page.classId}`, text: page.className },
			]}
			beside={assignmentPages(id, page.exercise, "")}
			{actions}
		/>
		{#if page.unchecked > 0}
			<div class="flex items-center gap-3 border-b border-rule px-4 py-1.5 sm:px-6" role="status">
				<span class="quiet">Checking: {page.unchecked} left</span><progress
					class="h-2 w-48"
					max={page.handIns.length}
					value={Math.max(0, page.handIns.length - page.unchecked)}>{checked}</progress
				>
			</div>
		{/if}
		<div class="grid grow lg:grid-cols-[1fr_372px]">
			<section aria-label="Drawings" class="px-4 py-4 sm:px-6">
				{#if charts}
					<div class="mb-6 grid gap-8 border-b border-rule pb-6">
						<Chart
							question="Which criterion is hardest?"
							columns={["Criterion", "Met", "Partly", "Of"]}
							rows={page.criteria.map((c, i) => [
								c.asks,
								counts[i]?.met ?? 0,
								counts[i]?.partly ?? 0,
								counts[i]?.judged ?? 0,
							])}
							draw={(chart, width) =>
								chart.bars(
									page.criteria
										.map((c, i) => ({ name: c.asks, value: (counts[i]?.judged ?? 0) - (counts[i]?.met ?? 0) }))
										.toSorted((a, b) => b.value - a.value),
									width,
									"Students who missed it or met it partly",
								)}
						/>
						<Chart
							question="How many points did students get?"
							columns={["Student", "Points"]}
							rows={judgedFully(page).map((h) => [h.student.name, h.points?.earned ?? 0])}
							draw={(chart, width) =>
								chart.spread(
									judgedFully(page).map((h) => h.points?.earned ?? 0),
									page.possible,
									width,
								)}
						/>
						{#if tries.value}
							{@const met = tries.value.criteria}
							{@const most = Math.max(1, ...met.map((c) => c.first.length))}
							<Chart
								question="How many tries did each criterion take?"
								columns={["Criterion", ...Array.from({ length: most }, (_, i) => `Try ${i + 1}`), "Never"]}
								rows={met.map((c) => [c.asks, ...Array.from({ length: most }, (_, i) => c.first[i] ?? 0), c.never])}
								draw={(chart, width) =>
									chart.bars(
										met
											.map((c) => ({
												name: c.asks,
												value:
													Math.round(
														(100 * c.first.reduce((sum, n, i) => sum + n * (i + 1), 0)) /
															Math.max(
																1,
																c.first.reduce((a, b) => a + b, 0),
															),
													) / 100,
											}))
											.toSorted((a, b) => b.value - a.value),
										width,
										"Average tries of students who met it",
									)}
							/>
						{/if}
					</div>
				{/if}
				{#if away > 0}<p class="mb-3 flex items-center gap-2">
						<button
							type="button"
							class="tool"
							aria-pressed={onlyAway}
							data-state={onlyAway ? "on" : "off"}
							onclick={() => kept.set("only", onlyAway ? "" : "one-change-away")}>One change away: {away}</button
						><span class="quiet">One corrected mistake would meet every criterion.</span>
					</p>{/if}
				<ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-4">
					{#each page.handIns.filter((h) => !onlyAway || h.oneChangeAway) as h (h.id)}
						{@const on = isLit(h)}
						{@const drawn = drawings.value?.get(h.id)}
						<li>
							<a href="/hand-ins/{h.id}" class="block text-ink no-underline" data-hand-in={h.id}>
								<span
									class="block border border-rule-strong bg-sheet"
									class:ring-lit={on}
									data-lit={on ? "" : undefined}
								>
									{#if drawn}
										<Thumb picture={drawn} label="Drawing of {h.student.name}" {cropped} />
									{:else if h.state !== null && !drawings.value && !drawings.error}
										<span class="block aspect-[4/3]"></span>
									{:else if h.state !== null}
										<img
											src="/api/v1/hand-ins/{h.id}/drawing.svg"
											alt="Drawing of {h.student.name}"
											class="block aspect-[4/3] w-full object-contain"
										/>
									{:else}
										<span class="quiet flex aspect-[4/3] items-center justify-center">being checked</span>
									{/if}
								</span>
								<span class="mt-1 flex justify-between gap-2"
									><span class="font-semibold">{h.student.name}</span><span
										class="shrink-0 font-mono text-small whitespace-nowrap"
										>{h.points?.earned ?? "–"}{h.open > 0 ? " so far" : ""}</span
									></span
								>
								<span class="quiet block"
									>{h.note}{h.late ? ", late" : ""}{h.madeBy === "closing"
										? ", handed in automatically"
										: ""}{h.adjusted ? ", adjusted" : ""}</span
								>
							</a>
						</li>
					{/each}
					{#each onlyAway ? [] : page.without as s (s.id)}
						<li>
							<span class="block aspect-[4/3] border border-dashed border-rule-strong"></span>
							<a href="/students/{s.id}" class="mt-1 block font-semibold text-ink no-underline hover:underline"
								>{s.name}</a
							>
							<span class="quiet block"
								>{page.excused.includes(s.id) ? "excused" : s.draft ? "draft only" : "not handed in"}</span
							>
						</li>
					{/each}
				</ul>
				{#if page.handIns.length === 0 && page.without.length === 0}
					<Nothing
						bare
						says="The class has no students yet."
						to={{ href: `/classes/${page.classId}/list`, text: "Add students" }}
					/>{/if}
			</section>
			<section aria-label="Class results" class="border-t border-rule px-4 py-4 lg:border-t-0 lg:border-l">
				<h2 class="mb-2">Criteria met</h2>
				<ul>
					{#each page.criteria as c, i (c.id)}
						{@const count = counts[i]}
						{@const on = pointed !== null && "criterion" in pointed && pointed.criterion === i}
						<li>
							<button
								type="button"
								class="grid w-full grid-cols-[1fr_90px_72px] items-center gap-2 border-b border-rule px-1 py-1.5 text-left"
								class:lit={on}
								onpointerenter={() => (pointed = { criterion: i })}
								onpointerleave={() => (pointed = null)}
								onfocus={() => (pointed = { criterion: i })}
								onblur={() => (pointed = null)}
							>
								<span class="leading-snug"><Words text={c.asks} /></span>
								<svg
									viewBox="0 0 100 8"
									preserveAspectRatio="none"
									class="h-2 w-full border border-rule-strong bg-sheet"
									aria-hidden="true"
								>
									<rect
										width={count ? (100 * count.met) / Math.max(1, count.judged) : 0}
										height="8"
										fill="var(--c-met)"
									/>
									<rect
										x={count ? (100 * count.met) / Math.max(1, count.judged) : 0}
										width={count ? (100 * count.partly) / Math.max(1, count.judged) : 0}
										y="4"
										height="4"
										fill="var(--c-partly)"
									/>
								</svg>
								<span class="text-right font-mono text-small"
									>{checked > 0 && count?.judged === 0
										? "to judge"
										: `${count?.met ?? 0} of ${count?.judged ?? 0}`}</span
								>
							</button>
						</li>
					{/each}
				</ul>
				<p class="quiet mt-2">Point at a criterion to mark the drawings that miss it.</p>
				{#if page.slips.length > 0}
					<SharedCauses
						causes={page.slips}
						handIns={page.handIns}
						lit={pointed !== null && "slip" in pointed ? pointed.slip : null}
						onpoint={(slip) => (pointed = slip === null ? null : { slip })}
					/>
				{/if}
				{#if stuck.value && stuck.value.stuck.length > 0}
					<h2 class="mt-5 mb-1">Stuck</h2>
					<StuckList
						stuck={stuck.value.stuck}
						titles={Object.fromEntries(page.exercises.map((e) => [e.key, e.title]))}
					/>
				{/if}
				{#if page.counted.length > 0}
					<h2 class="mt-5 mb-1">Exercises done</h2>
					<ul class="columns-2 gap-4">
						{#each page.counted as c (c.student.id)}<li class="flex justify-between gap-2 text-small">
								<span class="truncate">{c.student.name}</span><span class="font-mono">{c.done} of {c.of}</span>
							</li>{/each}
					</ul>
				{/if}
				<p class="quiet mt-4">
					<span title={moment(page.dueAt)}>Due {moment(page.dueAt)}</span>; closes {moment(page.closesAt)}; the {page.counts ===
					"chosen"
						? "chosen try"
						: `${page.counts} try`} counts.
				</p>
			</section>
		</div>
		<Ask bind:open={asking} title="Release points and feedback?">
			<p class="mb-4">
				{counted(page.handIns.filter((h) => !h.released).length, "student")} will see their points and feedback. You can't
				undo this.
			</p>
			<div class="flex gap-3">
				<button type="button" class="button primary" onclick={() => release()}>Release to all</button><button
					type="button"
					class="button"
					onclick={() => (asking = false)}>Cancel</button
				>
			</div>
		</Ask>
	{/snippet}
</Fetched>

<style>
	.ring-lit {
		box-shadow: 0 0 0 4px var(--c-point);
	}
</style>
