<script lang="ts">
	import Ask from "../../parts/Ask.svelte";
	import { api } from "../../state/site/api.ts";
	import type { Desk } from "../../state/desk/desk.svelte.ts";
	import type { Language } from "../../state/desk/draft.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { moment } from "../../state/site/times.ts";
	import { pointsText } from "../../state/hand-in/verdicts.ts";

	/** Earlier tries and replaced versions, to compare with the current program and to restore. */
	const { desk }: { desk: Desk } = $props();
	const { continues } = $derived(desk.work);
	interface Looked {
		readonly title: string;
		readonly source: string;
		readonly language: Language;
	}
	let looked = $state.raw<Looked | null>(null);

	async function look(id: string, title: string) {
		const page = await notes.trying(() => api.showHandIn({ params: { id } }));
		if (page) looked = { title, source: page.source, language: page.language };
	}
	function takeUp() {
		if (!looked) return;
		const { source, language } = desk.draft;
		desk.putIn(looked.source, looked.language);
		notes.say(`${looked.title} restored.`, { undo: async () => desk.putIn(source, language) });
		looked = null;
	}
	const first = $derived(desk.work.exercise.languages[0] ?? "nib");
	const versions = $derived([
		...(desk.work.exercise.starter === null
			? []
			: [{ title: "Starter program", source: desk.work.exercise.starter, language: first, about: "" }]),
		...(continues
			? [{ ...continues, title: `Your program from ${continues.title}`, about: moment(continues.handedInAt) }]
			: []),
		...desk.draft.aside.map((kept) => ({
			title: `Replaced ${moment(kept.at)}`,
			source: kept.source,
			language: kept.language ?? first,
			about: kept.source.trim().split("\n")[0]?.slice(0, 40) ?? "",
		})),
	]);
</script>

{#if desk.handIn.handIns.length > 0 || versions.length > 0}
	<h2 class="mt-4 mb-1">Earlier versions</h2>
	<ul>
		{#each desk.handIn.handIns as t (t.id)}
			<li class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
				<button
					type="button"
					class="min-h-[24px] text-left text-act underline underline-offset-3"
					onclick={() => look(t.id, `Try ${t.tryNumber}`)}>Try {t.tryNumber}</button
				><span class="quiet">{moment(t.handedInAt)}{t.late ? ", late" : ""}</span><span class="grow"></span><a
					href="/hand-ins/{t.id}"
					class="font-mono text-small"
					aria-label="Feedback on try {t.tryNumber}: {pointsText(t.points)} points">{pointsText(t.points)}</a
				>
			</li>
		{/each}
		{#each versions as v (v.title + v.source)}
			<li class="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
				<button
					type="button"
					class="min-h-[24px] text-left text-act underline underline-offset-3"
					onclick={() => (looked = v)}>{v.title}</button
				><span class="quiet truncate font-mono">{v.about}</span>
			</li>
		{/each}
	</ul>
{/if}
<Ask
	open={looked !== null}
	onclose={() => (looked = null)}
	title="{looked?.title ?? ''} and your changes since then"
	wide
>
	{#if looked}
		{@const before = looked.source}
		{#await import("../../parts/Changes.svelte") then { default: Changes }}<Changes
				{before}
				after={desk.draft.source}
			/>{/await}
		<div class="mt-3 flex gap-3">
			<button type="button" class="button primary" onclick={takeUp}>Restore this version</button><button
				type="button"
				class="button"
				onclick={() => (looked = null)}>Cancel</button
			>
		</div>
		<p class="quiet mt-2">The program now in the editor is kept under “Earlier versions”.</p>
	{/if}
</Ask>
