<script lang="ts">
	import type { Snippet } from "svelte";

	interface Figure {
		readonly index: number;
		readonly sentence: string;
		readonly lines: readonly number[];
	}
	interface Props {
		title: string;
		figures: readonly Figure[];
		lit: ReadonlySet<number>;
		onpoint: (figure: number | null) => void;
		onpick?: (figure: number) => void;
		/** How many there are, where not all are listed. */
		inAll?: number;
		/** What is below a figure. */
		more?: Snippet<[Figure]>;
	}
	/** What was drawn, figure by figure: kind, size, colour, place and line. */
	const { title, figures, lit, onpoint, onpick, inAll = figures.length, more }: Props = $props();
	const MAX_LISTED = 200;
	let list = $state<HTMLOListElement>();

	/** Goes to a figure's row. */
	export function go(index: number): void {
		list?.querySelector<HTMLElement>(`[data-figure="${index}"]`)?.focus();
	}
	/** Arrow keys go from figure to figure. */
	function step(event: KeyboardEvent) {
		const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
		const rows = [...(list?.querySelectorAll<HTMLElement>("[data-figure]") ?? [])];
		const to = by && rows[rows.indexOf(event.target as HTMLElement) + by];
		if (!to) return;
		event.preventDefault();
		to.focus();
	}
</script>

<h2 class="mt-3 mb-1">{title}</h2>
<!-- svelte-ignore a11y_no_noninteractive_element_interactions: arrow keys go from one of its buttons to the next -->
<ol bind:this={list} class="max-h-52 overflow-auto text-small leading-snug" aria-label={title} onkeydown={step}>
	{#each figures.slice(0, MAX_LISTED) as f, i (f.index)}
		<li>
			<button
				type="button"
				class="w-full border-b border-rule px-1 py-1 text-left"
				class:lit={lit.has(f.index)}
				data-figure={f.index}
				onclick={() => onpick?.(f.index)}
				onpointerenter={() => onpoint(f.index)}
				onpointerleave={() => onpoint(null)}
				onfocus={() => onpoint(f.index)}
				onblur={() => onpoint(null)}>{i + 1}. {f.sentence}</button
			>
			{@render more?.(f)}
		</li>
	{:else}
		<li class="text-ink-soft">No visible figures.</li>
	{/each}
	{#if inAll > Math.min(figures.length, MAX_LISTED)}<li class="px-1 py-1 text-ink-soft">
			… and {inAll - Math.min(figures.length, MAX_LISTED)} more figures.
		</li>{/if}
</ol>
