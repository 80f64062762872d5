<script lang="ts">
	import { counted } from "@markpen/core";
	import type { Card } from "@markpen/contract";
	import Ask from "../../parts/Ask.svelte";
	import Cards from "../roster/Cards.svelte";
	import { api } from "../../state/site/api.ts";
	import { notes } from "../../state/site/notes.svelte.ts";

	/** OneRoster's CSV files in one zip: looked at first, then imported for the whole site. */
	let { open = $bindable(), onimported }: { open: boolean; onimported: () => void } = $props();
	let file = $state.raw<Uint8Array<ArrayBuffer> | null>(null);
	let preview = $state.raw<Awaited<ReturnType<typeof api.previewOneRoster>> | null>(null);
	let cards = $state.raw<readonly Card[]>([]);
	let teachers = $state.raw<readonly { name: string; signInName: string; passphrase: string }[]>([]);
	const DOES = { adds: "is added", updates: "is updated", "leaves it": "unchanged" } as const;

	async function take(chosen: File | undefined) {
		if (!chosen) return;
		file = new Uint8Array(await chosen.arrayBuffer());
		const body = file;
		preview = (await notes.trying(() => api.previewOneRoster({ body }))) ?? null;
	}
	async function carryOut() {
		const body = file;
		if (!body) return;
		const done = await notes.trying(() => api.importOneRoster({ body }));
		if (!done) return;
		preview = null;
		[cards, teachers] = [done.cards, done.teachers];
		onimported();
	}
</script>

<Ask bind:open title="Import OneRoster files" wide>
	{#if cards.length > 0 || teachers.length > 0}
		{#if teachers.length > 0}<p class="mb-1">
				New teachers and their one-time passphrases. Copy them now: they are shown only once.
			</p>
			<ul class="mb-4">
				{#each teachers as t (t.signInName)}<li>
						{t.name}: <span class="font-mono">{t.signInName}</span>, <b class="font-mono">{t.passphrase}</b>
					</li>{/each}
			</ul>{/if}
		<Cards {cards} onclose={() => (open = false)} />
	{:else}
		<p class="quiet mb-2">
			Choose a zip file with OneRoster 1.2 CSV files. You see the changes first, before anything is saved.
		</p>
		<input
			type="file"
			accept=".zip,application/zip"
			aria-label="Zip file"
			onchange={(event) => take(event.currentTarget.files?.[0])}
		/>
		{#if preview}
			<ul class="mt-3">
				{#each preview.classes as c (c.name)}<li>{c.name}: {DOES[c.does]}</li>{/each}
			</ul>
			<p class="quiet mt-2">
				{preview.rows.filter((r) => r.does === "adds").length} new students,
				{counted(preview.rows.filter((r) => r.does === "wrong").length, "row")} with a mistake
			</p>
			<ul class="text-small">
				{#each preview.rows.filter((r) => r.does === "wrong") as r (r.row)}<li>Line {r.row}: {r.says}</li>{/each}
			</ul>
			<div class="mt-3 flex gap-2">
				<button type="button" class="button primary" onclick={carryOut}>Import</button><button
					type="button"
					class="button"
					onclick={() => (open = false)}>Cancel</button
				>
			</div>
		{/if}
	{/if}
</Ask>
