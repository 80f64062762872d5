<script lang="ts">
	/** What an empty page says: what is missing, and a button for what to do next. */
	interface Props {
		says: string;
		/** Where the button leads, and what it says. */
		to?: { href: string; text: string };
		/** On a page of its own the text has the page's margins. */
		bare?: boolean;
	}
	const { says, to, bare = false }: Props = $props();
</script>

<div class={bare ? "" : "px-4 py-5 sm:px-6"}>
	<p class={to ? "mb-2" : ""}>{says}</p>
	{#if to}<a class="button" href={to.href}>{to.text}</a>{/if}
</div>
