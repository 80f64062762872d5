<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import Chart from "../../parts/Chart.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { session } from "../../state/site/session.svelte.ts";
	import { moment } from "../../state/site/times.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import Ask from "../../parts/Ask.svelte";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showStudent>>>();
	$effect(() => void loading.load(() => api.showStudent({ params: { id } }), `student ${id}`));
	let asking = $state(false);
	let typed = $state("");

	async function takeData(name: string) {
		const data = await notes.trying(() => api.exportStudent({ params: { id } }));
		if (!data) return;
		const link = document.createElement("a");
		link.href = URL.createObjectURL(new Blob([JSON.stringify(data, null, 2)], { type: "application/json" }));
		link.download = `${name.replace(/\s+/g, "-").toLowerCase()}.json`;
		link.click();
		setTimeout(() => URL.revokeObjectURL(link.href), 1_000);
	}
	async function remove() {
		const done = await notes.trying(async () => {
			await api.deleteStudent({ params: { id } });
			return true;
		});
		if (!done) return;
		notes.say("The student and all their work were deleted.");
		router.go("/classes");
	}
</script>

<Fetched {loading} what="the student">
	{#snippet children(page)}
		{@const done = page.rows.filter((r) => r.points && r.handedInAt)}
		{#snippet actions()}<button type="button" class="button" onclick={() => takeData(page.student.name)}
				>All data</button
			>{#if session.account?.administrator}<button type="button" class="button" onclick={() => (asking = true)}
					>Delete …</button
				>{/if}{/snippet}
		<Head
			title={page.student.name}
			about="this year"
			crumbs={[
				{ href: "/classes", text: "Classes" },
				...new Map(page.rows.map((r) => [r.classId, { href: `/classes/${r.classId}`, text: r.className }])).values(),
			]}
			{actions}
		/>
		<div class="grid gap-8 px-4 py-4 sm:px-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
			<section aria-label="Work">
				<ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-4">
					{#each page.rows as r (r.assignmentId + r.exercise)}
						<li>
							{#if r.handInId}<a href="/hand-ins/{r.handInId}" class="block"
									><img
										src="/api/v1/hand-ins/{r.handInId}/drawing.svg"
										alt="Drawing: {r.title}"
										class="aspect-[4/3] w-full border border-rule-strong bg-sheet object-contain"
									/></a
								>{:else}<span class="block aspect-[4/3] border border-dashed border-rule-strong"></span>{/if}
							<span class="mt-1 flex justify-between gap-2"
								><span class="font-semibold">{r.title}</span><span class="font-mono text-small"
									>{r.points ? `${r.points.earned}/${r.points.possible}` : "–"}</span
								></span
							>
							<span class="quiet block"
								>{r.excused
									? "excused"
									: r.handInId
										? `${r.tries} ${r.tries === 1 ? "try" : "tries"}${r.late ? ", late" : ""}${r.open > 0 ? ", to judge" : ""}`
										: `due ${moment(r.dueAt)}`}</span
							>
							{#if r.missed.length > 0}<span class="quiet block"
									>Not met: {r.missing.slice(0, 2).join("; ")}{r.missing.length > 2
										? `; and ${r.missing.length - 2} more`
										: ""}</span
								>{/if}
						</li>
					{:else}
						<li class="col-span-full">
							<Nothing
								bare
								says="No work is set for this student yet."
								to={{ href: "/classes", text: "Choose a class" }}
							/>
						</li>
					{/each}
				</ul>
			</section>
			<div class="grid content-start gap-8">
				<Chart
					question="Points over the year"
					columns={["Exercise", "Points", "Of"]}
					rows={done.map((r) => [r.title, r.points?.earned ?? 0, r.points?.possible ?? 0])}
					draw={(charts, width) =>
						charts.year(
							done.map((r) => ({
								share: (r.points?.earned ?? 0) / Math.max(1, r.points?.possible ?? 1),
								title: r.title,
							})),
							width,
						)}
					none="No checked hand-ins yet."
				/>
				<section aria-labelledby="checks">
					<h2 id="checks" class="mb-1 text-lead">Criteria met</h2>
					<ul>
						{#each page.criteria as c (c.check)}<li
								class="grid grid-cols-[1fr_90px_72px] items-center gap-2 border-b border-rule py-1"
							>
								<span>{c.topic}</span><svg
									viewBox="0 0 100 8"
									preserveAspectRatio="none"
									class="h-2 w-full border border-rule-strong bg-sheet"
									aria-hidden="true"
									><rect width={(100 * c.met) / Math.max(1, c.asked)} height="8" fill="var(--c-met)" /></svg
								><span class="text-right font-mono text-small">{c.met} of {c.asked}</span>
							</li>{/each}
					</ul>
				</section>
				{#if page.slips.length > 0}<section aria-labelledby="slips">
						<h2 id="slips" class="mb-1 text-lead">Mistakes</h2>
						<ul>
							{#each page.slips as s (s.id)}<li class="flex justify-between border-b border-rule py-1">
									<span>{s.words}</span><span class="font-mono">{s.count}</span>
								</li>{/each}
						</ul>
					</section>{/if}
			</div>
		</div>
		<Ask bind:open={asking} title="Delete {page.student.name} for good?">
			<p class="mb-3">
				All hand-ins, drafts and comments are deleted for good, and so is the name. Class totals keep the points without
				a name.
			</p>
			<label class="grid gap-1"><span>Type the name to confirm</span><input class="field" bind:value={typed} /></label>
			<div class="mt-4 flex gap-3">
				<button type="button" class="button primary" disabled={typed !== page.student.name} onclick={remove}
					>Delete</button
				><button type="button" class="button" onclick={() => (asking = false)}>Cancel</button>
			</div>
		</Ask>
	{/snippet}
</Fetched>
