<script lang="ts">
	import { notes } from "../state/site/notes.svelte.ts";
</script>

<div
	class="pointer-events-none fixed inset-x-0 bottom-4 z-30 grid justify-items-center gap-2 px-4 print:hidden"
	aria-live="polite"
>
	{#each notes.all as note (note.id)}
		<div
			role={note.wrong ? "alert" : "status"}
			class="pointer-events-auto flex max-w-xl items-center gap-4 border border-ink bg-ink px-4 py-2 text-paper"
		>
			<span>{note.says}</span>
			{#if note.undo}<button
					type="button"
					class="font-semibold underline underline-offset-3"
					onclick={() => {
						void notes.trying(async () => note.undo?.());
						notes.drop(note.id);
					}}>Undo</button
				>{/if}
			<button type="button" class="text-small underline underline-offset-3" onclick={() => notes.drop(note.id)}
				>Close</button
			>
		</div>
	{/each}
</div>
