<script lang="ts">
	import type { GradeStep } from "../state/school/grade-scales.ts";

	let { scale = $bindable() }: { scale: GradeStep[] } = $props();
</script>

{#each scale as step, i (i)}<div class="flex items-end gap-2">
		<label class="grid gap-0.5"
			><span class="quiet">Grade</span><input class="field w-28" bind:value={step.name} maxlength="20" /></label
		><label class="grid gap-0.5"
			><span class="quiet">from percent</span><input
				class="field w-24"
				type="number"
				min="0"
				max="100"
				step="0.5"
				bind:value={step.from}
			/></label
		><button
			type="button"
			class="tool"
			aria-label="Remove grade {step.name}"
			onclick={() => (scale = scale.filter((_, k) => k !== i))}>Remove</button
		>
	</div>{/each}
<div>
	<button type="button" class="tool" onclick={() => (scale = [...scale, { name: "", from: 0 }])}>Add grade</button>
</div>
