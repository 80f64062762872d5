<script lang="ts">
	import { withTerms } from "../state/site/terms.ts";

	interface Props {
		/** A sentence in which what is between backticks is a word of the language. */
		text: string;
		/** Where words of drawing are to be explained: those that were explained already. */
		explained?: ReadonlySet<string> | undefined;
	}
	const { text, explained }: Props = $props();
	const pieces = $derived(text.split("`"));
</script>

{#each pieces as piece, i (i)}{#if i % 2 === 1}<code class="font-mono text-[0.93em]">{piece}</code
		>{:else if explained}{#each withTerms(piece, new Set(explained)) as p, k (k)}{#if p.term}<button
					type="button"
					class="term"
					data-term={p.term}>{p.text}</button
				>{:else}{p.text}{/if}{/each}{:else}{piece}{/if}{/each}
