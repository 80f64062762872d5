<script lang="ts">
	import type { AssignmentPage } from "@markpen/contract";
	import { commentOnAll, sharing } from "../state/assignment/shared-causes.ts";
	import { router } from "../state/site/router.svelte.ts";
	import { walk } from "../state/hand-in/walk.svelte.ts";
	import Words from "./Words.svelte";

	type Cause = AssignmentPage["slips"][number];
	interface Props {
		causes: readonly Cause[];
		handIns: AssignmentPage["handIns"];
		lit?: string | null;
		onpoint?: (id: string | null) => void;
	}
	const { causes, handIns, lit = null, onpoint }: Props = $props();
	let open = $state<string | null>(null);
	let words = $state("");

	function look(cause: Cause) {
		const ids = sharing(handIns, cause.id).map((h) => h.id);
		walk.begin(ids, cause.sentence);
		if (ids[0]) router.go(`/hand-ins/${ids[0]}`);
	}

	async function comment(cause: Cause) {
		if (await commentOnAll(sharing(handIns, cause.id), words)) words = "";
	}
</script>

<h2 class="mt-5 mb-1">Causes, by number of hand-ins</h2>
<ul>
	{#each causes.slice(0, 8) as cause (cause.id)}
		<li>
			<button
				type="button"
				class="grid w-full grid-cols-[1fr_64px] gap-2 border-b border-rule px-1 py-1.5 text-left leading-snug"
				class:lit={lit === cause.id}
				aria-expanded={open === cause.id}
				onclick={() => (open = open === cause.id ? null : cause.id)}
				onpointerenter={() => onpoint?.(cause.id)}
				onpointerleave={() => onpoint?.(null)}
				onfocus={() => onpoint?.(cause.id)}
				onblur={() => onpoint?.(null)}
				><span><Words text={cause.sentence} /></span><span class="text-right font-mono text-small"
					>{cause.count} of {handIns.length}</span
				></button
			>
			{#if open === cause.id}
				<div class="border-b border-rule px-1 py-2">
					<button type="button" class="button" onclick={() => look(cause)}
						>Open {cause.count === 1 ? "the hand-in" : `the ${cause.count} hand-ins`}</button
					>
					<textarea
						class="field mt-2"
						rows="2"
						aria-label="Comment for all students with this cause"
						placeholder={cause.count === 1 ? "Comment" : `Comment for all ${cause.count}`}
						bind:value={words}></textarea>
					<button type="button" class="tool mt-1" disabled={words.trim() === ""} onclick={() => comment(cause)}
						>{cause.count === 1 ? "Send" : `Send to ${cause.count}`}</button
					>
				</div>
			{/if}
		</li>
	{/each}
</ul>
