<script lang="ts">
	import { counted } from "@markpen/core";
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

<Fetched {loading} what="the class's feedback">
	{#snippet children({ page, sheets })}
		{#snippet actions()}<button
				type="button"
				class="button primary"
				disabled={sheets.length === 0}
				onclick={() => print()}>Print {counted(sheets.length, "page")}</button
			>{/snippet}
		<Head
			title="Feedback to print"
			about="{page.className}, {page.title}"
			crumbs={[{ href: `/assignments/${id}/${exercise}`, text: page.title }]}
			{actions}
		/>
		{#each sheets as sheet (sheet.id)}<FeedbackSheet page={sheet} many />{:else}
			<Nothing
				says="No checked hand-ins yet."
				to={{ href: `/assignments/${id}/${exercise}/upload`, text: "Upload programs" }}
			/>
		{/each}
	{/snippet}
</Fetched>
