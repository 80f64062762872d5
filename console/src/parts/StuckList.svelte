<script lang="ts">
	import { counted } from "@markpen/core";
	import Words from "./Words.svelte";

	interface Stuck {
		readonly student: { readonly id: string; readonly name: string };
		readonly exercise: string;
		readonly assignmentId: string;
		readonly handIns: number;
		readonly runs: number;
		readonly minutes: number;
		readonly handInId: string | null;
		readonly criterion: string | null;
		readonly slip: string | null;
		readonly className?: string;
	}
	const {
		stuck,
		titles = {},
		wide = false,
	}: { stuck: readonly Stuck[]; titles?: Readonly<Record<string, string>>; wide?: boolean } = $props();

	function howLong({ handIns, runs, minutes }: Stuck): string {
		if (handIns >= 3) return counted(handIns, "try", "tries");
		return runs >= 10 ? `${runs} runs` : `${Math.round(minutes)} minutes`;
	}
</script>

<ul aria-label="Stuck" class={wide ? "grid gap-x-8 sm:grid-cols-2 xl:grid-cols-3" : ""}>
	{#each stuck as s (s.student.id + s.assignmentId + s.exercise)}
		<li class="flex gap-3 {wide ? 'pb-2' : 'border-b border-rule py-2'}">
			{#if s.handInId}<a href="/hand-ins/{s.handInId}" class="w-20 shrink-0"
					><img
						src="/api/v1/hand-ins/{s.handInId}/drawing.svg"
						alt="Drawing of {s.student.name}"
						loading="lazy"
						class="aspect-[4/3] w-full border border-rule-strong bg-sheet object-contain"
					/></a
				>{/if}
			<div class="min-w-0">
				<div class="flex flex-wrap items-baseline gap-x-2">
					<a class="font-semibold" href="/students/{s.student.id}">{s.student.name}</a><span class="quiet"
						>{s.className ? `${s.className}, ` : ""}<a href="/assignments/{s.assignmentId}/{s.exercise}"
							>{titles[s.exercise] ?? s.exercise}</a
						>, {howLong(s)}, no progress</span
					>
				</div>
				{#if s.criterion}<div class="quiet">Not met yet: <Words text={s.criterion} />.</div>{/if}
				{#if s.slip}<div class="leading-snug"><Words text={s.slip} /></div>{/if}
			</div>
		</li>
	{/each}
</ul>
