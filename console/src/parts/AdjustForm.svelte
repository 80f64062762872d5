<script lang="ts">
	interface Props {
		points: number;
		possible: number;
		onsave: (points: number, reason: string) => Promise<boolean>;
		onleave: () => void;
	}
	const { points, possible, onsave, onleave }: Props = $props();
	// svelte-ignore state_referenced_locally: it begins with what is there
	let value = $state(points);
	let reason = $state("");

	async function submit(event: SubmitEvent) {
		event.preventDefault();
		if (await onsave(value, reason)) onleave();
	}
</script>

<form onsubmit={submit} class="mb-2 ml-7 grid gap-2 pr-2">
	<div class="flex items-center gap-2">
		<label class="flex items-center gap-2"
			><span class="quiet">Points</span><input
				class="field w-20 font-mono"
				type="number"
				min="0"
				max={possible}
				step="0.25"
				bind:value
				required
			/></label
		><span class="quiet">of {possible}</span>
	</div>
	<!-- svelte-ignore a11y_autofocus: it opens by the press of its button -->
	<label class="grid gap-1"
		><span class="quiet">Reason (the student sees it)</span><input
			class="field"
			bind:value={reason}
			required
			maxlength="4000"
			autofocus
		/></label
	>
	<div class="flex gap-2">
		<button class="button primary">Adjust points</button><button type="button" class="button" onclick={onleave}
			>Cancel</button
		>
	</div>
</form>
