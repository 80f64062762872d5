<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Source from "../../parts/Source.svelte";
	import VerdictSign from "../../parts/VerdictSign.svelte";
	import { briefHtml } from "../../state/site/brief.ts";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { assignmentPages } from "../../state/class/class-pages.ts";
	import { fetchAhead, Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";

	/** Criteria that a person judges, hand-in after hand-in: a number key gives a place on the scale and goes on. */
	const { id, exercise }: { id: string; exercise: string } = $props();
	type Assignment = Awaited<ReturnType<typeof api.showAssignment>>;
	type HandIn = Awaited<ReturnType<typeof api.showHandIn>>;
	const loading = new Loading<Assignment>();
	$effect(
		() =>
			void loading.load(
				() => api.showAssignment({ params: { id }, query: { exercise } }),
				`assignment ${id} ${exercise}`,
			),
	);

	const page = $derived(loading.value);
	/** What is judged: scales, and answers that nothing expects. */
	const first = new Loading<HandIn>();
	let at = $state(0);
	let chosen = $state("");
	const handIns = $derived(page?.handIns.filter((h) => h.state !== null) ?? []);
	const row = $derived(handIns[at]);
	$effect(() => {
		if (!row) return;
		void first.load(() => api.showHandIn({ params: { id: row.id } }), `hand-in ${row.id}`);
		const next = handIns[at + 1];
		if (next) fetchAhead(`hand-in ${next.id}`, () => api.showHandIn({ params: { id: next.id } }));
	});
	const handIn = $derived(first.value?.id === row?.id ? first.value : undefined);
	const judged = $derived((handIn?.report?.criteria ?? []).filter((c) => c.waits));
	const criterion = $derived(judged.find((c) => c.id === chosen) ?? judged[0]);
	const steps = $derived(criterion ? stepsOf(criterion.id, criterion.possible) : []);
	const given = $derived(criterion ? (handIn?.criteria.find((s) => s.id === criterion.id)?.judged ?? null) : null);

	function stepsOf(id: string, possible: number): { points: number; words: string }[] {
		const scale = page?.criteria.find((c) => c.id === id)?.scale;
		if (scale)
			return Object.entries(scale)
				.map(([points, words]) => ({ points: Number(points), words }))
				.toSorted((a, b) => a.points - b.points);
		return [0, possible / 2, possible].map((points, i) => ({
			points: Math.round(points * 4) / 4,
			words: ["missing", "half", "complete"][i] as string,
		}));
	}

	async function give(points: number) {
		if (!criterion || !handIn) return;
		const [of, before, name] = [{ id: handIn.id, criterion: criterion.id }, given, handIn.student.name];
		const done = await notes.trying(() => api.judge({ params: of, body: { points } }));
		if (!done) return;
		notes.say(
			`${name}: ${points}.`,
			before === null ? {} : { undo: async () => void (await api.judge({ params: of, body: { points: before } })) },
		);
		await first.load(() => api.showHandIn({ params: { id: of.id } }), `hand-in ${of.id}`);
		if (at < handIns.length - 1) at++;
	}

	function keys(event: KeyboardEvent) {
		if (
			(event.target as Element).closest("input, textarea, select, [role=dialog]") ||
			event.ctrlKey ||
			event.metaKey ||
			event.altKey
		)
			return;
		const step = /^[1-9]$/.test(event.key) ? steps[Number(event.key) - 1] : undefined;
		if (step) void give(step.points);
		else if (event.key === "j" && at < handIns.length - 1) at++;
		else if (event.key === "k" && at > 0) at--;
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={keys} />
<Fetched {loading} what="the hand-ins to judge">
	{#snippet children(page)}
		<Head
			title="Judging"
			about={page.title}
			crumbs={[
				{ href: `/classes/${page.classId}`, text: page.className },
				{ href: `/assignments/${id}/${exercise}`, text: page.title },
			]}
			beside={assignmentPages(id, exercise, "/judging")}
		/>
		{#if handIns.length === 0}
			<Nothing
				says="No checked hand-ins yet."
				to={{ href: `/assignments/${id}/${exercise}/upload`, text: "Upload programs" }}
			/>
		{:else if handIn && !criterion}
			<p class="px-4 py-5 sm:px-6">Nothing to judge: every criterion of this exercise is checked automatically.</p>
		{:else if handIn && criterion}
			<div class="grid gap-6 px-4 py-4 sm:px-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
				<div class="grid content-start gap-4">
					<section aria-label="Drawing">
						<img
							src="/api/v1/hand-ins/{handIn.id}/drawing.svg"
							alt="Drawing of {handIn.student.name}"
							class="h-[48vh] w-full border border-rule-strong bg-sheet object-contain"
						/>
					</section>
					<section aria-labelledby="program">
						<h2 id="program" class="mb-1">Program</h2>
						<div class="max-h-72 overflow-auto border border-rule bg-sheet">
							<Source source={handIn.source} language={handIn.language} />
						</div>
					</section>
				</div>
				<section aria-label="Judgement">
					<p class="quiet">{at + 1} of {handIns.length}</p>
					<h2 class="text-large"><a href="/hand-ins/{handIn.id}">{handIn.student.name}</a></h2>
					{#if judged.length > 1}<label class="mt-2 block"
							><span class="quiet">Criterion</span>
							<select class="tool" value={criterion.id} onchange={(event) => (chosen = event.currentTarget.value)}
								>{#each judged as c (c.id)}<option value={c.id}>{c.asks}</option>{/each}</select
							></label
						>{/if}
					<p class="mt-3 text-lead font-semibold">{criterion.asks}</p>
					{#if handIn.answers[criterion.id]}<blockquote class="by-hand my-2 text-lead">
							{handIn.answers[criterion.id]?.words} <span class="quiet">{handIn.answers[criterion.id]?.when}</span>
						</blockquote>{/if}
					<ol class="mt-3 grid gap-1.5" aria-label="Scale">
						{#each steps as s, i (s.points)}
							<li>
								<button
									type="button"
									class="button w-full justify-start"
									aria-pressed={given === s.points}
									class:primary={given === s.points}
									onclick={() => give(s.points)}
									><kbd class="key">{i + 1}</kbd> <span class="font-mono">{s.points}</span> {s.words}</button
								>
							</li>
						{/each}
					</ol>
					<div class="mt-4 flex gap-2">
						<button type="button" class="button" disabled={at === 0} onclick={() => at--}
							>Back <kbd class="key">k</kbd></button
						><button type="button" class="button" disabled={at >= handIns.length - 1} onclick={() => at++}
							>Next <kbd class="key">j</kbd></button
						>
					</div>
					<details class="mt-5 border-t border-rule pt-2" open>
						<summary class="font-semibold">Brief</summary>
						<div class="prose mt-1">{@html briefHtml(page.brief)}</div>
					</details>
					<details class="mt-3 border-t border-rule pt-2" open>
						<summary class="font-semibold">Other criteria</summary>
						<ul class="mt-1">
							{#each (handIn.report?.criteria ?? []).filter((c) => !c.waits) as c (c.id)}<li
									class="grid grid-cols-[22px_1fr_auto] items-baseline gap-x-2 border-b border-rule py-1"
								>
									<VerdictSign verdict={c.verdict} /><span>{c.asks}</span><span class="font-mono text-small"
										>{c.points} of {c.possible}</span
									>
								</li>{/each}
						</ul>
					</details>
				</section>
			</div>
		{:else if first.error}
			<p role="alert" class="m-4 border-l-[3px] border-missed pl-3 sm:mx-6">{first.error}</p>
		{:else}
			<p class="px-4 py-5 text-ink-soft sm:px-6" aria-busy="true">Opening the hand-in …</p>
		{/if}
	{/snippet}
</Fetched>
