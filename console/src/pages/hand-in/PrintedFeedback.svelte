<script lang="ts">
	import FeedbackSheet from "../../parts/FeedbackSheet.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";

	/** One A4 page about a hand-in, for a parent: what was met, what to try next, what the teacher wrote. */
	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showHandIn>>>();
	$effect(() => void loading.load(() => api.showHandIn({ params: { id } }), `hand-in ${id}`));
</script>

<Fetched {loading} what="the page">
	{#snippet children(page)}
		{#snippet actions()}<button type="button" class="button primary" onclick={() => print()}>Print</button>{/snippet}
		<Head
			title="One page for home"
			about={page.student.name}
			crumbs={[{ href: `/hand-ins/${id}`, text: "The hand-in" }]}
			{actions}
		/>
		<FeedbackSheet {page} />
	{/snippet}
</Fetched>
