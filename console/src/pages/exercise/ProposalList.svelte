<script lang="ts">
	import type { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";

	/** Sentences to choose from, grouped by what a teacher wants to know; each is filled in from the model. */
	const { desk }: { desk: ExerciseDesk } = $props();
	const groups = $derived(
		[...new Set(desk.proposals.map((p) => p.group))].map(
			(group) => [group, desk.proposals.filter((p) => p.group === group)] as const,
		),
	);
	let words = $state("");
	const fits = (sentence: string) => sentence.toLowerCase().includes(words.trim().toLowerCase());
</script>

<div class="mb-2 flex min-h-8 flex-wrap items-center gap-2">
	<h2>{desk.picked === null ? "Criteria for the whole drawing" : "Criteria for this figure or the whole drawing"}</h2>
	<span class="grow"></span><button type="button" class="tool" onclick={() => desk.stopProposing()}>Done</button>
</div>
<input class="field mb-2" type="search" placeholder="Search criteria" aria-label="Search criteria" bind:value={words} />
<p class="quiet mb-2">
	{desk.picked === null
		? "Click a figure in the drawing to check its size, place or colour."
		: "Values come from this figure. Edit them in the criterion."}
</p>
<div class="max-h-[62vh] overflow-auto" aria-live="polite">
	{#each groups as [group, proposals] (group)}
		{@const shown = proposals.filter((p) => fits(p.sentence))}
		{#if shown.length > 0}
			<h3 class="mt-3 text-small font-semibold text-ink-soft">{group}</h3>
			<ul>
				{#each shown as p (p.sentence)}<li>
						<button
							type="button"
							class="flex w-full items-baseline gap-2 border-b border-rule px-1 py-1.5 text-left hover:bg-rule"
							disabled={!desk.page.mine}
							onclick={() => desk.take(p)}><span aria-hidden="true">+</span><span>{p.sentence}</span></button
						>
					</li>{/each}
			</ul>
		{/if}
	{:else}
		<p class="quiet" aria-busy="true">Reading the drawing …</p>
	{/each}
</div>
