<script lang="ts">
	/** A sentence in which what stands between backticks is a word of the language. */
	const { text }: { text: string } = $props();
	const pieces = $derived(text.split("`"));
</script>

{#each pieces as piece, i (i)}{#if i % 2 === 1}<code class="font-mono text-[0.93em]">{piece}</code>{:else}{piece}{/if}{/each}
