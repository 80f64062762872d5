<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import { api } from "../../state/site/api.ts";
	import { assignmentPages } from "../../state/class/class-pages.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";

	/** Chosen drawings for the class to look at, with each student's own title; names only where they are asked for. */
	const { id, exercise }: { id: string; exercise: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showAssignment>>>();
	$effect(
		() =>
			void loading.load(
				() => api.showAssignment({ params: { id }, query: { exercise } }),
				`assignment ${id} ${exercise}`,
			),
	);
	let chosen = $state<ReadonlySet<string>>(new Set());
	let names = $state(false);
	let showing = $state(false);
	let at = $state(0);

	const drawings = $derived(loading.value?.handIns.filter((h) => chosen.has(h.id)) ?? []);
	const one = $derived(drawings[at]);

	function turn(handInId: string) {
		const next = new Set(chosen);
		if (!next.delete(handInId)) next.add(handInId);
		chosen = next;
	}
	function keys(event: KeyboardEvent) {
		if (!showing) return;
		if (event.key === "Escape") showing = false;
		else if (event.key === "ArrowRight" || event.key === "j") at = Math.min(drawings.length - 1, at + 1);
		else if (event.key === "ArrowLeft" || event.key === "k") at = Math.max(0, at - 1);
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={keys} />
<Fetched {loading} what="the drawings">
	{#snippet children(page)}
		{#snippet actions()}
			<label class="flex items-center gap-2"><input type="checkbox" bind:checked={names} /> Show names</label>
			<button
				type="button"
				class="button primary"
				disabled={chosen.size === 0}
				onclick={() => {
					at = 0;
					showing = true;
				}}>Present {chosen.size || ""}</button
			>
		{/snippet}
		<Head
			title="Present"
			about={page.title}
			crumbs={[
				{ href: `/classes/${page.classId}`, text: page.className },
				{ href: `/assignments/${id}/${exercise}`, text: page.title },
			]}
			beside={assignmentPages(id, exercise, "/show")}
			{actions}
		/>
		<div class="px-4 py-4 sm:px-6">
			<p class="quiet mb-3">
				Choose drawings to present to the class. A drawing's title is the comment in the first line of its program.
			</p>
			<ul class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-4">
				{#each page.handIns.filter((h) => h.state !== null) as h (h.id)}
					<li>
						<label class="block cursor-pointer"
							><span
								class="block border bg-sheet {chosen.has(h.id)
									? 'border-ink outline-2 outline-ink'
									: 'border-rule-strong'}"
								><img
									src="/api/v1/hand-ins/{h.id}/drawing.svg"
									alt=""
									class="block aspect-[4/3] w-full object-contain"
								/></span
							><span class="mt-1 flex items-center gap-2"
								><input type="checkbox" checked={chosen.has(h.id)} onchange={() => turn(h.id)} />
								<span class="font-semibold">{h.student.name}</span></span
							><span class="quiet block">{h.ownTitle ?? ""}</span></label
						>
					</li>
				{:else}
					<li class="col-span-full">
						<Nothing
							bare
							says="No checked hand-ins yet."
							to={{ href: `/assignments/${id}/${exercise}/upload`, text: "Upload programs" }}
						/>
					</li>
				{/each}
			</ul>
		</div>
		{#if showing && one}
			<div
				role="dialog"
				aria-modal="true"
				aria-label="Drawing {at + 1} of {drawings.length}"
				class="fixed inset-0 z-50 flex flex-col bg-paper p-4"
			>
				<div class="flex items-baseline gap-4">
					<p class="text-wide font-bold">{one.ownTitle ?? page.title}</p>
					{#if names}<p class="text-sum text-ink-soft">{one.student.name}</p>{/if}<span class="grow"></span><span
						class="quiet">{at + 1} of {drawings.length}</span
					>
				</div>
				<img
					src="/api/v1/hand-ins/{one.id}/drawing.svg"
					alt={names ? `Drawing of ${one.student.name}` : "Drawing"}
					class="my-3 min-h-0 grow border border-rule-strong bg-sheet object-contain"
				/>
				<div class="flex gap-2">
					<button type="button" class="button" disabled={at === 0} onclick={() => at--}
						>Back <kbd class="key">←</kbd></button
					><button type="button" class="button" disabled={at >= drawings.length - 1} onclick={() => at++}
						>Next <kbd class="key">→</kbd></button
					><span class="grow"></span><button type="button" class="button" onclick={() => (showing = false)}
						>Close <kbd class="key">Esc</kbd></button
					>
				</div>
			</div>
		{/if}
	{/snippet}
</Fetched>
