<script lang="ts">
	import { tally, type VerdictName } from "../state/hand-in/verdicts.ts";

	/** A criterion a segment: filled for met, half for partly, an outline for missed, dashed for not judged. */
	const { verdicts }: { verdicts: readonly VerdictName[] } = $props();
	const step = $derived(100 / Math.max(1, verdicts.length));
</script>

<svg viewBox="0 0 100 10" preserveAspectRatio="none" class="block h-2.5 w-full" role="img" aria-label={tally(verdicts)}>
	{#each verdicts as verdict, i (i)}
		{@const x = i * step + 0.8}
		{@const w = step - 1.6}
		{#if verdict === "met"}
			<rect {x} y="0.5" width={w} height="9" fill="var(--c-met)" />
		{:else if verdict === "partly"}
			<rect {x} y="0.5" width={w} height="9" fill="none" stroke="var(--c-partly)" vector-effect="non-scaling-stroke" />
			<rect {x} y="5" width={w} height="4.5" fill="var(--c-partly)" />
		{:else if verdict === "missed"}
			<rect
				{x}
				y="0.5"
				width={w}
				height="9"
				fill="none"
				stroke="var(--c-missed)"
				vector-effect="non-scaling-stroke"
				stroke-width="1.5"
			/>
			<path d="M{x} 5h{w}" stroke="var(--c-missed)" vector-effect="non-scaling-stroke" stroke-width="1.5" />
		{:else}
			<rect
				{x}
				y="0.5"
				width={w}
				height="9"
				fill="none"
				stroke="var(--c-open)"
				stroke-dasharray="3 2"
				vector-effect="non-scaling-stroke"
			/>
		{/if}
	{/each}
</svg>
