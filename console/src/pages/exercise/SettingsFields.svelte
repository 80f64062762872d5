<script lang="ts">
	import type { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";
	import { LANGUAGE_IDS, type LanguageId } from "@markpen/core";
	import { type FileSettings, withLanguages, withSetting, withSheet } from "../../state/exercise/exercise-file.ts";
	import { LANGUAGE_WORDS } from "../../state/site/language-words.ts";
	import { LEVELS } from "../../state/exercise/shelf.ts";

	/** Languages, sheet, tolerances, how programs are run, and how the exercise is found. */
	const { desk }: { desk: ExerciseDesk } = $props();
	const locked = $derived(!desk.page.mine);
	const settings = $derived(desk.parts?.settings);
	const sheet = $derived(desk.parts?.conditions.sheet ?? { width: 400, height: 300, origin: "top left" as const });
	const put = (name: keyof FileSettings, value: string) => desk.write(withSetting(desk.source, name, value), true);
	const languages = $derived<readonly LanguageId[]>(desk.parts?.languages ?? ["nib"]);
	/** One language more or less; the last one can't be taken away. */
	function turn(id: LanguageId) {
		const others = languages.filter((other) => other !== id);
		const wanted = languages.includes(id) ? others : [...languages, id];
		if (wanted.length > 0) desk.write(withLanguages(desk.source, wanted), true);
	}
	function resize(change: Partial<{ width: number; height: number; origin: string }>) {
		const { width, height, origin } = { ...sheet, ...change };
		const isSize = (n: number) => Number.isInteger(n) && n >= 1 && n <= 4_096;
		if (isSize(width) && isSize(height)) desk.write(withSheet(desk.source, { width, height, origin }), true);
	}
</script>

{#snippet text(name: keyof FileSettings, label: string, placeholder: string)}
	<label class="grid gap-0.5"
		><span class="text-small">{label}</span><input
			class="field"
			value={settings?.[name] ?? ""}
			{placeholder}
			readonly={locked}
			onchange={(event) => put(name, event.currentTarget.value)}
		/></label
	>
{/snippet}

<div class="grid gap-5">
	<fieldset>
		<legend class="mb-1 font-semibold">Students write in</legend>
		<div class="flex flex-wrap gap-x-4 gap-y-1">
			{#each LANGUAGE_IDS as id (id)}<label class="flex items-center gap-2"
					><input
						type="checkbox"
						checked={languages.includes(id)}
						disabled={locked || (languages.length === 1 && languages[0] === id)}
						onchange={() => turn(id)}
					/>
					{LANGUAGE_WORDS[id]}</label
				>{/each}
		</div>
		{#if desk.parts}<p class="mt-1 quiet">The model is in {LANGUAGE_WORDS[desk.parts.language]}.</p>{/if}
	</fieldset>
	<fieldset>
		<legend class="mb-1 font-semibold">Sheet</legend>
		<div class="grid grid-cols-2 gap-3">
			{#each ["width", "height"] as const as side (side)}<label class="grid gap-0.5"
					><span class="text-small">{side === "width" ? "Width" : "Height"}</span><input
						class="field font-mono"
						type="number"
						min="1"
						max="4096"
						value={sheet[side]}
						readonly={locked}
						onchange={(event) => resize({ [side]: Number(event.currentTarget.value) })}
					/></label
				>{/each}
			<label class="grid gap-0.5"
				><span class="text-small">Position of 0, 0</span><select
					class="field"
					value={sheet.origin}
					disabled={locked}
					onchange={(event) => resize({ origin: event.currentTarget.value })}
					><option>top left</option><option>centre</option><option>bottom left</option></select
				></label
			>
			{@render text("paper", "Paper colour (optional)", "white")}
		</div>
	</fieldset>
	<fieldset>
		<legend class="mb-1 font-semibold">Tolerances</legend>
		<div class="grid grid-cols-3 gap-3">
			{@render text("position", "Places", "4")}{@render text("size", "Sizes", "4")}{@render text(
				"angle",
				"Angles, in degrees",
				"2",
			)}
		</div>
	</fieldset>
	<fieldset>
		<legend class="mb-1 font-semibold">Running</legend>
		<div class="grid grid-cols-2 gap-3">
			{@render text("seeds", "Random seeds to check with", "1, 2, 3")}{@render text("frames", "Frames", "120")}
		</div>
		<div class="mt-2">{@render text("without", "Statements students can't use", "circle, curve")}</div>
	</fieldset>
	<fieldset>
		<legend class="mb-1 font-semibold">Library details</legend>
		{@render text("teaches", "Topics", "loops, turns and angles")}
		<div class="mt-2 grid grid-cols-2 gap-3">
			<label class="grid gap-0.5"
				><span class="text-small">Level</span><select
					class="field"
					value={settings?.level ?? ""}
					disabled={locked}
					onchange={(event) => put("level", event.currentTarget.value)}
					><option value="">not set</option>{#each LEVELS as level, i (level)}<option value={String(i + 1)}
							>{level}</option
						>{/each}</select
				></label
			>
			{@render text("minutes", "Minutes", "20")}
		</div>
	</fieldset>
	<label class="flex items-center gap-2"
		><input
			type="checkbox"
			checked={settings?.consequences === "forgiven"}
			disabled={locked}
			onchange={(event) => put("consequences", event.currentTarget.checked ? "forgiven" : "")}
		/> Deduct points once for each mistake, even if several criteria miss it</label
	>
</div>
