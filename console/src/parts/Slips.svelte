<script lang="ts">
	import type { ReportBody } from "@markpen/contract";

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
					<button type="button" class="w-full border-b border-rule px-1.5 py-[7px] text-left" class:lit={lit === s.id} data-slip={s.id} onpointerenter={() => onpoint(s.id)} onpointerleave={() => onpoint(null)} onfocus={() => onpoint(s.id)} onblur={() => onpoint(null)}>
						{#if s.teacher}{s.teacher}<span class="block text-[13px] leading-snug {lit === s.id ? '' : 'text-ink-soft'}">To the student: {s.sentence}</span>{:else}{s.sentence}{/if}
					</button>
				{:else}
					<p class="border-b border-rule py-1.5 leading-snug" data-slip={s.id}>{s.sentence}</p>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
