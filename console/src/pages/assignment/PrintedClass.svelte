<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import FeedbackSheet from "../../parts/FeedbackSheet.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";

	/** The feedback of a whole class, a page for each student, to print or to save as PDF. */
	const { id, exercise }: { id: string; exercise: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof fetch>>>();
	async function fetch() {
		const page = await api.showAssignment({ params: { id }, query: { exercise } });
		const sheets = [];
		for (const { id: handIn } of page.handIns) sheets.push(await api.showHandIn({ params: { id: handIn } }));
		return { page, sheets };
	}
	$effect(() => void loading.load(fetch));
</script>

<Fetched {loading} what="the feedback of the class">
	{#snippet children({ page, sheets })}
		{#snippet actions()}<button
				type="button"
				class="button primary"
				disabled={sheets.length === 0}
				onclick={() => print()}>Print {sheets.length === 1 ? "1 page" : `${sheets.length} pages`}</button
			>{/snippet}
		<Head
			title="Feedback to print"
			about="{page.className}, {page.title}"
			crumbs={[{ href: `/assignments/${id}/${exercise}`, text: page.title }]}
			{actions}
		/>
		{#each sheets as sheet (sheet.id)}<FeedbackSheet page={sheet} many />{:else}
			<Nothing
				says="No hand-in of this exercise is checked yet."
				to={{ href: `/assignments/${id}/${exercise}/upload`, text: "Upload programs" }}
			/>
		{/each}
	{/snippet}
</Fetched>
