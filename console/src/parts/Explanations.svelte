<script lang="ts">
	import type { Said } from "../state/hand-in/explained.ts";
	import Words from "./Words.svelte";

	interface Props {
		said: readonly (Said & { readonly teacher?: string | undefined })[];
		title: string;
		/** The place of the first of them among all explanations. */
		from?: number;
		/** The place of the one that is pointed at. */
		lit?: number | null;
		onpoint?: (index: number | null) => void;
	}
	const { said, title, from = 0, lit = null, onpoint }: Props = $props();
</script>

{#if said.length > 0}
	<h2 class="mb-1 leading-8">{title}</h2>
	<ul class="mb-4">
		{#each said as s, i (i)}
			<li>
				{#if onpoint}
					<button
						type="button"
						class="w-full border-b border-rule px-1.5 py-[7px] text-left"
						class:lit={lit === from + i}
						data-explanation={s.id}
						onpointerenter={() => onpoint(from + i)}
						onpointerleave={() => onpoint(null)}
						onfocus={() => onpoint(from + i)}
						onblur={() => onpoint(null)}
					>
						{#if s.teacher}<Words text={s.teacher} /><span class="quiet block"
								>To the student: <Words text={s.sentence} /></span
							>{:else}<Words text={s.sentence} />{/if}
					</button>
				{:else}
					<p class="border-b border-rule py-1.5 leading-snug" data-explanation={s.id}><Words text={s.sentence} /></p>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
