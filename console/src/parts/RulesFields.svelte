<script lang="ts">
	import type { RulesForm } from "../state/assignment/rules.ts";

	let { form = $bindable(), zone }: { form: RulesForm; zone: string } = $props();
	let anyNumber = $derived(form.tries === null);
</script>

<fieldset class="grid gap-3 sm:grid-cols-3">
	<legend class="mb-1 font-semibold">When <span class="font-normal text-ink-soft">({zone})</span></legend>
	<label class="grid gap-1"
		><span>Opens</span><input class="field" type="datetime-local" bind:value={form.opensAt} required /></label
	>
	<label class="grid gap-1"
		><span>Due</span><input class="field" type="datetime-local" bind:value={form.dueAt} required /></label
	>
	<label class="grid gap-1"
		><span>Closes</span><input class="field" type="datetime-local" bind:value={form.closesAt} required /></label
	>
</fieldset>
<fieldset class="grid gap-3 sm:grid-cols-3">
	<legend class="mb-1 font-semibold">Tries</legend>
	<div class="grid content-start gap-1">
		<label class="grid gap-1"
			><span>Number of tries</span><input
				class="field"
				type="number"
				min="1"
				max="1000"
				disabled={anyNumber}
				bind:value={form.tries}
			/></label
		><label class="quiet flex items-center gap-1.5"
			><input
				type="checkbox"
				checked={anyNumber}
				onchange={(event) => (form.tries = event.currentTarget.checked ? null : 3)}
			/> unlimited</label
		>
	</div>
	<label class="grid content-start gap-1"
		><span>Which counts</span><select class="field" bind:value={form.counts}
			><option value="best">the best</option><option value="latest">the latest</option><option value="chosen"
				>the one I choose</option
			></select
		></label
	>
	<div class="grid content-start gap-1">
		<label class="grid gap-1"
			><span>Late work</span><select class="field" bind:value={form.late}
				><option value="marked">is marked as late</option><option value="reduced">loses part of its points</option
				><option value="refused">is refused</option></select
			></label
		>{#if form.late === "reduced"}<label class="quiet flex items-center gap-1.5"
				><input class="field w-20" type="number" min="0" max="100" bind:value={form.latePercent} /> percent of its points</label
			>{/if}
	</div>
	<label class="flex items-center gap-2 sm:col-span-3"
		><input type="checkbox" bind:checked={form.handInDrafts} /> At the closing date, hand in drafts automatically</label
	>
</fieldset>
<fieldset class="grid gap-3 sm:grid-cols-3">
	<legend class="mb-1 font-semibold">Shown to students</legend>
	<label class="grid content-start gap-1"
		><span>Checklist</span><select class="field" bind:value={form.showChecklist}
			><option value="opening">from the beginning</option><option value="hand-in">after a hand-in</option></select
		></label
	>
	<label class="grid content-start gap-1"
		><span>Points</span><select class="field" bind:value={form.showPoints}
			><option value="at once">at once</option><option value="release">when I release them</option><option
				value="closing">at closing</option
			></select
		></label
	>
	<label class="grid content-start gap-1"
		><span>Feedback</span><select class="field" bind:value={form.showFeedback}
			><option value="at once">at once</option><option value="release">when I release it</option><option value="closing"
				>at closing</option
			></select
		></label
	>
	<label class="grid content-start gap-1"
		><span>The model</span><select class="field" bind:value={form.showModel}
			><option value="never">never</option><option value="release">with the release</option><option value="closing"
				>at closing</option
			></select
		></label
	>
	<label class="grid content-start gap-1"
		><span>Show the model as</span><select
			class="field"
			bind:value={form.showModelAs}
			disabled={form.showModel === "never"}
			><option value="picture">a picture</option><option value="source">picture and source</option></select
		></label
	>
	<label class="grid content-start gap-1"
		><span>Weight in the grade</span><input
			class="field"
			type="number"
			min="0"
			max="1000"
			step="0.25"
			bind:value={form.weight}
			required
		/></label
	>
</fieldset>
