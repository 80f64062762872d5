<script lang="ts">
	import { reading, SIZE_WORDS, SIZES } from "../state/site/reading.svelte.ts";
	import { theme } from "../state/site/theme.svelte.ts";
	import Ask from "./Ask.svelte";

	/** How pages are to be read: the size of text, its spacing, contrast, motion, light or dark. */
	let { open = $bindable(false) }: { open?: boolean } = $props();
	const LIGHTS = { system: "System setting", light: "light", dark: "dark" } as const;
</script>

<Ask bind:open title="Reading">
	<div class="grid gap-3">
		<label class="grid gap-1"
			>Text size <select
				class="field"
				value={reading.wishes.size}
				onchange={(event) => reading.choose({ size: Number(event.currentTarget.value) })}
				>{#each SIZES as size (size)}<option value={size}>{SIZE_WORDS[size]}</option>{/each}</select
			></label
		>
		<label class="grid gap-1"
			>Colour theme <select
				class="field"
				value={theme.wish}
				onchange={(event) => theme.choose(event.currentTarget.value as keyof typeof LIGHTS)}
				>{#each Object.entries(LIGHTS) as [wish, words] (wish)}<option value={wish}>{words}</option>{/each}</select
			></label
		>
		<label class="flex items-center gap-2"
			><input
				type="checkbox"
				checked={reading.wishes.wide}
				onchange={(event) => reading.choose({ wide: event.currentTarget.checked })}
			/> Wider letter, word and line spacing</label
		>
		<label class="flex items-center gap-2"
			><input
				type="checkbox"
				checked={reading.wishes.contrast}
				onchange={(event) => reading.choose({ contrast: event.currentTarget.checked })}
			/> High contrast</label
		>
		<label class="flex items-center gap-2"
			><input
				type="checkbox"
				checked={reading.wishes.still}
				onchange={(event) => reading.choose({ still: event.currentTarget.checked })}
			/> Reduce motion</label
		>
		<p class="quiet">Saved in this browser.</p>
		<div><button type="button" class="button primary" onclick={() => (open = false)}>Done</button></div>
	</div>
</Ask>
