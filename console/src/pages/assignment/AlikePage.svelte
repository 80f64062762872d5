<script lang="ts">
	import Ask from "../../parts/Ask.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import Source from "../../parts/Source.svelte";
	import { api } from "../../state/site/api.ts";
	import { fromNow } from "../../state/site/times.ts";
	import { assignmentPages } from "../../state/class/class-pages.ts";
	import { finished } from "../../state/site/jobs.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { notes } from "../../state/site/notes.svelte.ts";

	const { id, exercise }: { id: string; exercise: string } = $props();
	const assignment = new Loading<Awaited<ReturnType<typeof api.showAssignment>>>();
	const loading = new Loading<Awaited<ReturnType<typeof api.listAlike>>>();
	$effect(
		() =>
			void assignment.load(
				() => api.showAssignment({ params: { id }, query: { exercise } }),
				`assignment ${id} ${exercise}`,
			),
	);
	const look = () => loading.load(() => api.listAlike({ params: { id } }), `alike ${id}`);
	$effect(() => void look());

	type Pair = NonNullable<typeof loading.value>["pairs"][number];
	type HandIn = Awaited<ReturnType<typeof api.showHandIn>>;
	let busy = $state(false);
	let open = $state.raw<{ pair: Pair; two: readonly [HandIn, HandIn] } | null>(null);
	let dismissing = $state.raw<Pair | null>(null);
	let reason = $state("");
	const keyOf = (p: Pair) => `${p.one.handInId} ${p.other.handInId}`;
	const percent = (share: number) => `${Math.round(100 * share)} %`;

	async function find() {
		busy = true;
		await notes.trying(async () => {
			const { jobId } = await api.findAlike({ params: { id }, body: { exercise } });
			await finished(jobId);
			await look();
			const found = loading.value?.pairs.length ?? 0;
			notes.say(
				found === 0
					? "No similar pairs found."
					: found === 1
						? "1 similar pair found."
						: `${found} similar pairs found.`,
			);
		});
		busy = false;
	}

	async function show(pair: Pair) {
		const two = await notes.trying(() =>
			Promise.all([
				api.showHandIn({ params: { id: pair.one.handInId } }),
				api.showHandIn({ params: { id: pair.other.handInId } }),
			]),
		);
		if (two) open = { pair, two };
	}

	async function put(pair: Pair, dismissed: boolean, why: string | null) {
		const params = { id, one: pair.one.handInId, other: pair.other.handInId };
		const done = await notes.trying(async () => {
			await api.dismissAlike({ params, body: { dismissed, reason: why } });
			return true;
		});
		dismissing = null;
		reason = "";
		await look();
		if (done)
			notes.say(dismissed ? "Pair dismissed." : "Pair restored.", {
				undo: async () => {
					await api.dismissAlike({
						params,
						body: { dismissed: !dismissed, reason: pair.reason ?? (dismissed ? null : "Dismissed before") },
					});
					await look();
				},
			});
	}
</script>

<Fetched loading={assignment} what="the assignment">
	{#snippet children(page)}
		{#snippet actions()}<button type="button" class="button primary" disabled={busy} onclick={find}
				>{busy ? "Comparing …" : "Find similar pairs"}</button
			>{/snippet}
		<Head
			title="Similar work"
			about={page.title}
			crumbs={[
				{ href: `/classes/${page.classId}`, text: page.className },
				{ href: `/assignments/${id}/${exercise}`, text: page.title },
			]}
			beside={assignmentPages(id, exercise, "/alike")}
			{actions}
		/>
		{@render pairs()}
	{/snippet}
</Fetched>
{#snippet pairs()}
	<Fetched {loading} what="the pairs">
		{#snippet children(page)}
			<div class="px-4 py-4 sm:px-6">
				<p class="quiet mb-4 max-w-2xl">
					These pairs are much more similar than is usual in this class. Students who worked together or had the same
					help look similar too. Read both programs before you decide anything.
				</p>
				<ul class="grid gap-4 lg:grid-cols-2">
					{#each page.pairs as p (keyOf(p))}
						<li class="border-t border-rule-strong pt-2" class:opacity-70={p.dismissed}>
							<div class="flex flex-wrap items-baseline gap-x-3">
								<span class="font-semibold">{p.one.student.name} and {p.other.student.name}</span><span class="quiet"
									>{percent(p.likeness)} similar: drawing {percent(p.drawing)}, program {percent(p.source)}</span
								>
							</div>
							<div class="my-2 grid grid-cols-2 gap-2">
								{#each [p.one, p.other] as h (h.handInId)}<a href="/hand-ins/{h.handInId}"
										><img
											src="/api/v1/hand-ins/{h.handInId}/drawing.svg"
											alt="Drawing of {h.student.name}"
											class="aspect-[4/3] w-full border border-rule-strong bg-sheet object-contain"
										/></a
									>{/each}
							</div>
							<div class="flex flex-wrap items-center gap-2">
								<button type="button" class="tool" onclick={() => show(p)}>Side by side</button>
								{#if p.dismissed}<span class="quiet">Dismissed{p.reason ? `: ${p.reason}` : ""}</span><button
										type="button"
										class="tool"
										onclick={() => put(p, false, null)}>Restore</button
									>{:else}<button type="button" class="tool" onclick={() => (dismissing = p)}>Dismiss …</button>{/if}
							</div>
						</li>
					{:else}
						<li>
							{#if page.lookedAt}No similar pairs found ({fromNow(page.lookedAt)}).{:else}The hand-ins aren't compared
								yet. <b>Find similar pairs</b> compares each counted hand-in with every other.{/if}
						</li>
					{/each}
				</ul>
			</div>
		{/snippet}
	</Fetched>
{/snippet}
<Ask open={dismissing !== null} title="Dismiss this pair">
	<form
		onsubmit={(event) => {
			event.preventDefault();
			if (dismissing) void put(dismissing, true, reason);
		}}
		class="grid gap-3"
	>
		<label class="grid gap-1"
			><span>Reason (only teachers of this class see it)</span><input
				class="field"
				bind:value={reason}
				required
				maxlength="400"
				placeholder="I asked them to work together."
			/></label
		>
		<div class="flex gap-2">
			<button class="button primary">Dismiss</button><button
				type="button"
				class="button"
				onclick={() => (dismissing = null)}>Cancel</button
			>
		</div>
	</form>
</Ask>
<Ask open={open !== null} title={open ? `${open.pair.one.student.name} and ${open.pair.other.student.name}` : ""} wide>
	{#if open}
		<div class="grid gap-4 md:grid-cols-2">
			{#each open.two as h (h.id)}<div>
					<h2>{h.student.name}, try {h.tryNumber}</h2>
					<img
						src="/api/v1/hand-ins/{h.id}/drawing.svg"
						alt="Drawing of {h.student.name}"
						class="my-2 w-full border border-rule-strong bg-sheet"
					/><Source source={h.source} language={h.language} />
				</div>{/each}
		</div>
		<button type="button" class="button mt-4" onclick={() => (open = null)}>Close</button>
	{/if}
</Ask>
