<script lang="ts">
	import type { Work } from "@markpen/contract";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { bestTries, stepsOf } from "../../state/desk/strip.ts";

	/** The student's best try of each exercise, oldest first, with what was met there for the first time. */
	const { work }: { work: readonly Work[] } = $props();
	const tries = $derived(bestTries(work));
	const loading = new Loading<ReturnType<typeof stepsOf>>();
	$effect(() => {
		if (tries.length > 0)
			void loading.load(
				async () => stepsOf(await Promise.all(tries.map((t) => api.showHandIn({ params: { id: t.id } })))),
				`strip ${tries.map((t) => t.id).join()}`,
			);
	});
</script>

{#if tries.length > 0}
	<section aria-labelledby="strip" class="w-full max-w-full min-w-0 px-4 pb-6 sm:px-6">
		<h2 id="strip" class="mb-2 text-lead">Your progress</h2>
		<!-- svelte-ignore a11y_no_noninteractive_tabindex: it scrolls -->
		<div class="relative overflow-x-auto" tabindex="0" role="region" aria-label="Your best drawings, oldest first">
			<ol class="flex gap-4">
				{#each tries as t (t.id)}
					{@const step = loading.value?.find((s) => s.handInId === t.id)}
					<li class="w-40 shrink-0">
						<a href="/hand-ins/{t.id}" class="block text-ink no-underline"
							><span class="sr-only">Your drawing of</span>
							<img
								src="/api/v1/hand-ins/{t.id}/drawing.svg"
								alt=""
								class="aspect-[4/3] w-full border border-rule-strong bg-sheet object-contain"
							/><span class="mt-1 flex justify-between gap-2"
								><span class="font-semibold">{t.title}</span><span class="font-mono text-small"
									>{step?.points ?? ""}</span
								></span
							></a
						>{#if step && step.first.length > 0}<span class="quiet block">first time: {step.first.join(", ")}</span
							>{/if}
					</li>
				{/each}
			</ol>
		</div>
	</section>
{/if}
