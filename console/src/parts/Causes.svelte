<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import type { Snippet } from "svelte";
	import Words from "./Words.svelte";

	type Cause = NonNullable<ReportBody["causes"]>[number];
	interface Props {
		causes: readonly Cause[];
		/** The cause that is pointed at, by its place. */
		lit?: number | null;
		/** The cause whose mended drawing is shown. */
		shown?: number | null;
		onpoint?: (index: number | null) => void;
		onwhatif?: (index: number) => void;
		/** The criteria that a cause takes along. */
		criteria: Snippet<[Cause]>;
	}
	const { causes, lit = null, shown = null, onpoint, onwhatif, criteria }: Props = $props();
</script>

{#each causes as cause, i (i)}
	<section aria-label="Cause in line {cause.line}" class="mb-4 border-l-[3px] border-act pl-2" data-cause={cause.id}>
		<div
			class="px-1.5 py-1"
			class:lit={lit === i}
			role="presentation"
			onpointerenter={() => onpoint?.(i)}
			onpointerleave={() => onpoint?.(null)}
		>
			<div class="flex items-start justify-between gap-2">
				<p class="leading-snug font-semibold"><Words text={cause.teacher ?? cause.sentence} /></p>
				{#if cause.edit}<button
						type="button"
						class="tool whitespace-nowrap"
						aria-pressed={shown === i}
						data-state={shown === i ? "on" : "off"}
						onclick={() => onwhatif?.(i)}
						onfocus={() => onpoint?.(i)}
						onblur={() => onpoint?.(null)}>What if</button
					>{/if}
			</div>
			{#if shown === i && cause.was !== undefined && cause.mended !== undefined}
				<div class="my-1 border border-rule-strong bg-sheet px-2 py-1 font-mono text-small" data-testid="what-if">
					{#each cause.was.split("\n").filter((l) => l.trim() !== "") as line, k (k)}<div
							class="text-missed line-through"
						>
							{line.trim()}
						</div>{/each}
					{#each cause.mended.split("\n").filter((l) => l.trim() !== "") as line, k (k)}<div class="text-met">
							{line.trim()}
						</div>{/each}
				</div>
			{/if}
			{#if cause.teacher}<p class="quiet">To the student: <Words text={cause.sentence} /></p>{/if}
		</div>
		{@render criteria(cause)}
	</section>
{/each}
