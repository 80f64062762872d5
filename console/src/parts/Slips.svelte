<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import Words from "./Words.svelte";

	interface Props {
		slips: ReportBody["slips"];
		/** The slip that is pointed at. */
		lit?: string | null;
		onpoint?: (id: string | null) => void;
	}
	const { slips, lit = null, onpoint }: Props = $props();
	const forTeacher = $derived(slips.some((s) => s.teacher));
</script>

{#if slips.length > 0}
	<h2 class="mb-1 leading-8">{forTeacher ? "What probably went wrong" : "What to look at"}</h2>
	<ul class="mb-4">
		{#each slips as s (s.id)}
			<li>
				{#if onpoint}
					<button
						type="button"
						class="w-full border-b border-rule px-1.5 py-[7px] text-left"
						class:lit={lit === s.id}
						data-slip={s.id}
						onpointerenter={() => onpoint(s.id)}
						onpointerleave={() => onpoint(null)}
						onfocus={() => onpoint(s.id)}
						onblur={() => onpoint(null)}
					>
						{#if s.teacher}<Words text={s.teacher} /><span class="quiet block"
								>To the student: <Words text={s.sentence} /></span
							>{:else}<Words text={s.sentence} />{/if}
					</button>
				{:else}
					<p class="border-b border-rule py-1.5 leading-snug" data-slip={s.id}><Words text={s.sentence} /></p>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
