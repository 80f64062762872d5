<script lang="ts">
	import type { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";
	import {
		type CriterionValue,
		type FileParts,
		withCriterionPart,
		withCriterionValue,
	} from "../../state/exercise/exercise-file.ts";

	interface Props {
		desk: ExerciseDesk;
		criterion: FileParts["criteria"][number];
		index: number;
	}
	/** Everything that a criterion asks for, edited where it is. */
	const { desk, criterion: c, index }: Props = $props();
	const locked = $derived(!desk.page.mine);

	type Part = Parameters<typeof withCriterionPart>[2];
	const part = (key: Part, value: string | number | boolean) =>
		desk.write(withCriterionPart(desk.source, index, key, value), true);
	function put({ path, value: before }: CriterionValue, text: string, checked: boolean) {
		if (typeof before === "boolean") desk.write(withCriterionValue(desk.source, index, path, checked), true);
		else if (typeof before === "number") {
			const number = Number(text);
			if (text.trim() !== "" && Number.isFinite(number))
				desk.write(withCriterionValue(desk.source, index, path, number), true);
		} else if (text.trim() !== "") desk.write(withCriterionValue(desk.source, index, path, text.trim()), true);
	}
</script>

<div class="mt-2 ml-7 grid gap-3">
	{#if c.values.length > 0}
		<fieldset>
			<legend class="quiet">Values</legend>
			<div class="grid grid-cols-2 gap-x-3 gap-y-1.5">
				{#each c.values as value (value.path.join("."))}
					<label class="grid gap-0.5"
						><span class="text-small">{value.label}</span>
						{#if typeof value.value === "boolean"}<input
								type="checkbox"
								class="justify-self-start"
								checked={value.value}
								disabled={locked}
								onchange={(event) => put(value, "", event.currentTarget.checked)}
							/>{:else}<input
								class="field {typeof value.value === 'number' ? 'font-mono' : ''}"
								type={typeof value.value === "number" ? "number" : "text"}
								step="any"
								value={value.value}
								readonly={locked}
								onchange={(event) => put(value, event.currentTarget.value, false)}
							/>{/if}</label
					>
				{/each}
			</div>
		</fieldset>
	{/if}
	<div class="grid grid-cols-2 gap-x-3 gap-y-1.5">
		<label class="grid gap-0.5"
			><span class="text-small">Tolerance</span><input
				class="field font-mono"
				value={c.within}
				placeholder="as in the exercise"
				readonly={locked}
				onchange={(event) => {
					const text = event.currentTarget.value.trim();
					part("within", text !== "" && Number.isFinite(Number(text)) ? Number(text) : text);
				}}
			/></label
		>
		<label class="grid gap-0.5"
			><span class="text-small">Credit</span><select
				class="field"
				value={c.credit || "all or nothing"}
				disabled={locked}
				onchange={(event) => part("credit", event.currentTarget.value)}
				><option>all or nothing</option><option>by share</option><option>by distance</option></select
			></label
		>
	</div>
	<label class="grid gap-0.5"
		><span class="text-small">Sentence <span class="text-ink-soft">(optional)</span></span><input
			class="field"
			value={c.says}
			readonly={locked}
			onchange={(event) => part("says", event.currentTarget.value)}
		/></label
	>
	<label class="grid gap-0.5"
		><span class="text-small">Hints, one per line. Students can ask for the first after their first run.</span><textarea
			class="field"
			rows="2"
			value={c.hint}
			readonly={locked}
			onchange={(event) => part("hint", event.currentTarget.value.trim())}></textarea></label
	>
	<div class="flex flex-wrap items-center gap-3">
		<label class="grid gap-0.5"
			><span class="text-small">Heading</span><input
				class="field w-36"
				value={c.part}
				readonly={locked}
				onchange={(event) => part("part", event.currentTarget.value.trim())}
			/></label
		>
		<label class="grid gap-0.5"
			><span class="text-small">Shown</span><select
				class="field"
				value={c.show || "before"}
				disabled={locked}
				onchange={(event) => part("show", event.currentTarget.value)}
				><option value="before">from the beginning</option><option value="after">after a hand-in</option><option
					value="never">never</option
				></select
			></label
		>
		<label class="flex items-center gap-1.5 pt-4"
			><input
				type="checkbox"
				checked={c.bonus}
				disabled={locked}
				onchange={(event) => part("bonus", event.currentTarget.checked)}
			/> Bonus</label
		>
	</div>
</div>
