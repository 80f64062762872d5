<script lang="ts">
	import type { DrawingReport } from "@markpen/core";
	import { untrack } from "svelte";
	import Thumb from "../../parts/Thumb.svelte";
	import type { FileParts } from "../../state/exercise/exercise-file.ts";
	import type { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";
	import { Runner } from "../../worker/runner.ts";

	/** Test results: how much would slip through, and what right drawings would lose, with pictures of both. */
	const { desk }: { desk: ExerciseDesk } = $props();
	const runner = new Runner();
	let pictures = $state.raw<ReadonlyMap<string, DrawingReport>>(new Map());
	$effect(() => () => runner.end());
	/** Draws what isn't drawn yet, one after the other. */
	async function drawAll(
		sources: readonly string[],
		{ conditions, language }: Pick<FileParts, "conditions" | "language">,
	) {
		for (const source of sources) {
			if (pictures.has(source)) continue;
			const drawn = await runner.ask("run", { source, language, conditions });
			if (drawn) pictures = new Map(pictures).set(source, drawn);
		}
	}
	const shown = $derived(
		desk.tried ? [...desk.tried.unseen.slice(0, 12), ...desk.tried.punished.slice(0, 6)].map((p) => p.source) : [],
	);
	$effect(() => {
		const sources = shown;
		untrack(() => {
			const { parts } = desk;
			if (parts) void drawAll(sources, parts);
		});
	});
	let adding = $state(false);
	async function addAll() {
		adding = true;
		await desk.seeToAll();
		adding = false;
	}
	const percent = (share: number | null) => (share === null ? "–" : `${Math.round(100 * share)} %`);
</script>

{#if desk.trying}<p class="quiet mt-4" role="status">
		Testing with typical mistakes and with other right solutions …
	</p>{/if}
{#if desk.tried}
	{@const tried = desk.tried}
	<section aria-label="Test results" class="mt-5">
		<h2 class="mb-1">Test results</h2>
		{#each tried.wrong as w (w)}<p class="mb-1 border-l-[3px] border-missed pl-3">{w}</p>{/each}
		{#if !tried.modelOnly}<p>
				<b>Strength {percent(tried.strength)}</b> of changed models were noticed;
				<b>fairness {percent(tried.fairness)}</b> of models drawn otherwise earned everything.
			</p>{/if}
		{#if tried.doubts && tried.doubts.length > 0}
			<h3 class="mt-3 text-small font-semibold text-ink-soft">Warnings</h3>
			<ul class="mt-1 mb-3" aria-label="Warnings">
				{#each tried.doubts as doubt (doubt)}<li class="mb-1">{doubt}</li>{/each}
			</ul>
		{/if}
		{#if tried.unseen.length > 0}
			<div class="mt-3 flex flex-wrap items-baseline gap-3">
				<h3 class="text-small font-semibold text-ink-soft">Mistakes that no criterion notices</h3>
				{#if desk.page.mine}<button type="button" class="tool" disabled={adding} onclick={addAll}
						>{adding ? "Adding …" : "Add all"}</button
					>{/if}
			</div>
			<ul
				class="mt-1 grid grid-cols-[repeat(auto-fill,minmax(130px,1fr))] gap-3"
				aria-label="Mistakes that no criterion notices"
			>
				{#each tried.unseen.slice(0, 12) as u (u.source)}
					{@const drawn = pictures.get(u.source)}
					<li>
						<span class="block border border-rule-strong bg-sheet"
							>{#if drawn}<Thumb picture={drawn.picture} label={u.says} />{:else}<span class="block aspect-[4/3]"
								></span>{/if}</span
						><span class="quiet block">{u.says}, line {u.line}</span>{#if desk.page.mine}<button
								type="button"
								class="tool mt-1"
								onclick={() => desk.seeTo(u.source)}>Add criterion</button
							>{/if}
					</li>
				{/each}
			</ul>
			{#if tried.unseen.length > 12}<p class="quiet mt-1">… and {tried.unseen.length - 12} more.</p>{/if}
		{:else if !tried.modelOnly}<p class="quiet mt-2">The criteria notice every mistake.</p>{/if}
		{#if tried.punished.length > 0}
			<h3 class="mt-3 text-small font-semibold text-ink-soft">Right solutions that lose points</h3>
			<ul class="mt-1 grid grid-cols-[repeat(auto-fill,minmax(130px,1fr))] gap-3">
				{#each tried.punished.slice(0, 6) as p (p.source)}{@const drawn = pictures.get(p.source)}
					<li>
						<span class="block border border-rule-strong bg-sheet"
							>{#if drawn}<Thumb picture={drawn.picture} label={p.says} />{:else}<span class="block aspect-[4/3]"
								></span>{/if}</span
						><span class="quiet block">{p.says}: by {p.lost.join(", ")}</span>
					</li>{/each}
			</ul>
		{/if}
	</section>
{/if}
