<script lang="ts">
	import { counted } from "@markpen/core";
	import { api } from "../state/site/api.ts";
	import { finished } from "../state/site/jobs.ts";
	import { notes } from "../state/site/notes.svelte.ts";

	/**
	 * Checks every hand-in again on the newest version and by today's core, shows what would move, and then lets it
	 * hold.
	 */
	const { assignmentId, exercise, version }: { assignmentId: string; exercise: string; version: number } = $props();
	type Found = Awaited<ReturnType<typeof api.showRehearsal>>;
	let found = $state.raw<Found | null>(null);
	let progress = $state.raw<{ done: number; total: number } | null>(null);
	let drop = $state<readonly string[]>([]);

	async function rehearse() {
		found = null;
		progress = { done: 0, total: 0 };
		found =
			(await notes.trying(async () => {
				const { jobId } = await api.rehearse({ params: { id: assignmentId }, body: { exercise } });
				await finished(jobId, (job) => (progress = { done: job.done, total: job.total }));
				return api.showRehearsal({ params: { id: jobId } });
			})) ?? null;
		progress = null;
	}

	async function carryOut() {
		const of = found;
		if (!of) return;
		const dropped = drop.map((key) => ({ handInId: key.slice(0, 36), criterion: key.slice(37) }));
		const done = await notes.trying(() => api.carryOut({ params: { id: of.id }, body: { drop: dropped } }));
		if (!done) return;
		notes.say(`${counted(done.reports, "report")} applied. The old reports are kept.`);
		found = { ...of, carriedOut: true };
	}
	const points = (value: number | null) => value ?? "–";
</script>

<section aria-labelledby="again">
	<h2 id="again" class="text-lead">Check again</h2>
	<p class="quiet my-1 max-w-2xl">
		Check every hand-in against the newest version of the exercise (this assignment uses version {version}). You see
		whose points would change and why before you apply anything.
	</p>
	<button type="button" class="button" disabled={progress !== null} onclick={rehearse}
		>{progress ? "Checking …" : "Compare versions"}</button
	>
	{#if progress && progress.total > 0}<progress class="ml-3 h-2 w-48" max={progress.total} value={progress.done}
			>{progress.done} of {progress.total}</progress
		>{/if}
	{#if found}
		<div class="mt-3" data-testid="rehearsal">
			<p>
				Version {found.fromVersion} to {found.toVersion}: {found.checked} checked, {found.unmoved} unchanged,
				<b>{found.moved.length} would change</b>.
			</p>
			{#if found.moved.length > 0}
				<table class="mt-2 w-full max-w-3xl text-left text-label">
					<thead
						><tr
							>{#each ["Student", "Now", "Then", "Why"] as h (h)}<th
									scope="col"
									class="border-b border-rule-strong py-1 pr-3">{h}</th
								>{/each}</tr
						></thead
					>
					<tbody>
						{#each found.moved as m (m.handInId)}
							<tr class="border-b border-rule align-top"
								><th scope="row" class="py-1 pr-3 font-normal"
									><a href="/hand-ins/{m.handInId}">{m.student.name}</a>, try {m.tryNumber}</th
								><td class="py-1 pr-3 font-mono">{points(m.before)}</td><td class="py-1 pr-3 font-mono">{m.after}</td>
								<td class="quiet py-1"
									>{#each m.why as w (w.criterion)}<div>
											{w.asks}: {points(w.before)} to {points(w.after)}. {w.says}
										</div>{/each}
									{#each m.decide as d (d.criterion)}<label class="by-hand mt-1 flex items-center gap-2"
											><input
												type="checkbox"
												value="{m.handInId} {d.criterion}"
												checked={drop.includes(`${m.handInId} ${d.criterion}`)}
												onchange={(event) =>
													(drop = event.currentTarget.checked
														? [...drop, `${m.handInId} ${d.criterion}`]
														: drop.filter((k) => k !== `${m.handInId} ${d.criterion}`))}
											/>
											remove the adjustment to {d.adjusted}: without it {points(d.after)}</label
										>{/each}
								</td></tr
							>
						{/each}
					</tbody>
				</table>
			{/if}
			{#if found.carriedOut}<p class="mt-2">Applied.</p>{:else}<button
					type="button"
					class="button primary mt-3"
					onclick={carryOut}>Apply new points</button
				>{/if}
		</div>
	{/if}
</section>
