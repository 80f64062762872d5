<script lang="ts">
	interface Props {
		/** The question that the chart answers. */
		question: string;
		/** Draws it so wide. */
		draw: (charts: typeof import("../state/assignment/charts.ts"), width: number) => Element;
		columns: readonly string[];
		rows: readonly (readonly (string | number)[])[];
		none?: string;
	}
	const { question, draw, columns, rows, none = "No data yet." }: Props = $props();
	let host = $state<HTMLDivElement>();
	let width = $state(0);
	let failed = $state(false);

	$effect(() => {
		if (!host || width < 50 || rows.length === 0) return;
		const [place, wide] = [host, width];
		let left = false;
		import("../state/assignment/charts.ts").then(
			(charts) => {
				if (!left) place.replaceChildren(draw(charts, wide));
			},
			() => (failed = true),
		);
		return () => {
			left = true;
		};
	});
</script>

<figure class="min-w-0">
	<figcaption class="mb-2 text-lead font-semibold">{question}</figcaption>
	{#if rows.length === 0}<p class="quiet">{none}</p>
	{:else}
		{#if failed}<p class="quiet">The chart couldn't be loaded. Its table is below.</p>{/if}
		<div bind:this={host} bind:clientWidth={width} aria-hidden="true" class="min-h-40 overflow-hidden"></div>
		<details class="mt-1">
			<summary class="quiet cursor-pointer">As a table</summary>
			<table class="mt-2 w-full text-left text-small">
				<caption class="sr-only">{question}</caption>
				<thead
					><tr
						>{#each columns as c (c)}<th scope="col" class="border-b border-rule-strong py-1 pr-3 font-semibold">{c}</th
							>{/each}</tr
					></thead
				>
				<tbody
					>{#each rows as row, i (i)}<tr class="border-b border-rule"
							>{#each row as cell, k (k)}{#if k === 0}<th scope="row" class="py-1 pr-3 font-normal">{cell}</th
									>{:else}<td class="py-1 pr-3 font-mono">{cell}</td>{/if}{/each}</tr
						>{/each}</tbody
				>
			</table>
		</details>
	{/if}
</figure>
