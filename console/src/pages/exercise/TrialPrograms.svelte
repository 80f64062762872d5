<script lang="ts">
	import Editor from "../../parts/Editor.svelte";
	import type { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";

	/** Programs saved with the exercise, with the points that each should earn. */
	const { desk }: { desk: ExerciseDesk } = $props();
	let at = $state<number | null>(null);
	const one = $derived(at === null ? undefined : desk.programs[at]);
	const report = $derived(one && desk.programReports.get(one.name));

	function put(part: Partial<(typeof desk.programs)[number]>) {
		desk.setPrograms(desk.programs.map((p, i) => (i === at ? { ...p, ...part } : p)));
	}
	function add() {
		let n = desk.programs.length + 1;
		while (desk.programs.some((p) => p.name === `program ${n}`)) n++;
		desk.setPrograms([...desk.programs, { name: `program ${n}`, source: desk.parts?.model ?? "", expects: null }]);
		at = desk.programs.length - 1;
	}
	function remove(i: number) {
		const before = desk.programs;
		desk.setPrograms(before.filter((_, k) => k !== i));
		at = null;
		notes.say("Trial program removed.", { undo: () => desk.setPrograms(before) });
	}
</script>

<p class="quiet mb-2">
	Write programs as students might. Each is marked as you type and compared with the points it should earn.
</p>
<ul>
	{#each desk.programs as p, i (i)}
		{@const earned = desk.programReports.get(p.name)?.points.earned}
		<li class="flex flex-wrap items-baseline gap-2 border-b border-rule py-1.5">
			<button
				type="button"
				class="text-left font-semibold underline decoration-1 underline-offset-3"
				aria-expanded={at === i}
				onclick={() => (at = at === i ? null : i)}>{p.name}</button
			>
			<span class="grow"></span>
			<span class="font-mono text-small"
				>{earned ?? "–"}{p.expects === null
					? ""
					: earned === p.expects
						? ", as expected"
						: `, expected ${p.expects}`}</span
			>
			{#if desk.page.mine}<button
					type="button"
					class="quiet underline"
					aria-label="Remove {p.name}"
					onclick={() => remove(i)}>Remove</button
				>{/if}
		</li>
	{/each}
</ul>
{#if desk.page.mine}<button type="button" class="tool mt-2" onclick={add}>Add trial program</button>{/if}
{#if one}
	<div class="mt-3 grid gap-2">
		<div class="flex flex-wrap gap-3">
			<label class="grid gap-0.5"
				><span class="quiet">Name</span><input
					class="field"
					value={one.name}
					onchange={(event) => put({ name: event.currentTarget.value.trim() || one.name })}
				/></label
			><label class="grid gap-0.5"
				><span class="quiet">Should earn</span><input
					class="field w-24"
					type="number"
					min="0"
					step="0.25"
					value={one.expects ?? ""}
					onchange={(event) =>
						put({ expects: event.currentTarget.value === "" ? null : Number(event.currentTarget.value) })}
				/></label
			>
		</div>
		{#key at}<Editor
				name="Trial program"
				language={desk.parts?.language ?? "nib"}
				source={one.source}
				problems={report?.errors ?? []}
				onwrite={(source) => put({ source })}
			/>{/key}
		{#if report}<ul class="quiet">
				{#each report.criteria.filter((c) => c.verdict !== "met") as c (c.id)}<li>{c.asks}: {c.sentence}</li>{:else}<li>
						All criteria met.
					</li>{/each}
			</ul>{/if}
	</div>
{/if}
