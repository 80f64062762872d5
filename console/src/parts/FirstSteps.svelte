<script lang="ts">
	import type { Today } from "@markpen/contract";
	import { firstStepsOf } from "../state/class/first-steps.ts";
	import { hasMark, setMark } from "../state/class/marks.ts";

	const { today }: { today: Today } = $props();
	let hidden = $state(hasMark("hid the first steps"));
	const steps = $derived(
		firstStepsOf({
			...today,
			firstSteps: {
				...today.firstSteps,
				cards: today.firstSteps.cards || hasMark("printed cards"),
				looked: today.firstSteps.looked || hasMark("looked at a hand-in"),
			},
		}),
	);
	const next = $derived(steps.find((step) => !step.done && step.href));
</script>

{#if !hidden && steps.length > 0}
	<section aria-labelledby="steps" class="max-w-3xl px-4 py-5 sm:px-6">
		<div class="mb-1 flex flex-wrap items-baseline gap-3">
			<h2 id="steps" class="text-lead">Your first marked class</h2>
			<span class="quiet">{steps.filter((step) => step.done).length} of {steps.length} steps done</span>
			<span class="grow"></span>
			<button
				type="button"
				class="quiet underline"
				onclick={() => {
					setMark("hid the first steps");
					hidden = true;
				}}>Hide this list</button
			>
		</div>
		<ol>
			{#each steps as step, i (step.id)}
				<li class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-2" data-step={step.id}>
					<span
						aria-hidden="true"
						class="flex size-6 shrink-0 items-center justify-center rounded-full border text-small {step.done
							? 'border-met bg-met text-paper'
							: 'border-rule-strong'}">{step.done ? "✓" : i + 1}</span
					>
					<span class="grow {step.done ? 'text-ink-soft' : ''}"
						>{step.text}<span class="sr-only">{step.done ? " (done)" : ""}</span></span
					>
					{#if !step.done && step.href}<a class="button {step === next ? 'primary' : ''}" href={step.href}
							>{step.action}</a
						>{/if}
				</li>
			{/each}
		</ol>
	</section>
{/if}
