<script lang="ts">
	import GradeSteps from "./GradeSteps.svelte";
	import { GRADE_SCALES, scaleOf } from "../state/school/grade-scales.ts";
	import { type SchoolFields, ZONES } from "../state/school/setting-up.svelte.ts";

	let { school = $bindable() }: { school: SchoolFields } = $props();
	const chosen = $derived(scaleOf(school.gradeScale)?.name ?? "Our own");
	const zones = $props.id();
</script>

<label class="grid gap-1"
	><span>School</span><input
		class="field"
		bind:value={school.name}
		required
		maxlength="120"
		autocomplete="organization"
	/></label
>
<div class="grid gap-4 sm:grid-cols-2">
	<label class="grid gap-1"
		><span>Time zone</span><input class="field" list={zones} bind:value={school.zone} required maxlength="60" /></label
	>
	<datalist id={zones}
		>{#each ZONES as zone (zone)}<option value={zone}></option>{/each}</datalist
	>
	<label class="grid gap-1"
		><span>School year</span><input class="field" bind:value={school.schoolYear} required maxlength="40" /></label
	>
</div>
<label class="grid gap-1"
	><span>Grade scale</span><select
		class="field"
		value={chosen}
		onchange={(event) => {
			const scale = GRADE_SCALES.find((s) => s.name === event.currentTarget.value);
			school.gradeScale = scale ? scale.steps.map((s) => ({ ...s })) : [{ name: "", from: 0 }];
		}}
		>{#each GRADE_SCALES as scale (scale.name)}<option>{scale.name}</option>{/each}<option>Our own</option></select
	></label
>
{#if chosen === "Our own"}<div class="grid gap-2 border-l-[3px] border-rule pl-3">
		<GradeSteps bind:scale={school.gradeScale} />
	</div>{:else if school.gradeScale.length > 0}<p class="quiet -mt-2">
		{school.gradeScale.map((s) => `${s.name} from ${s.from} %`).join(", ")}
	</p>{/if}
