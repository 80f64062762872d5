<script lang="ts">
	import Nothing from "../../parts/Nothing.svelte";
	import Fetched from "../../parts/Fetched.svelte";
	import Head from "../../parts/Head.svelte";
	import StuckList from "../../parts/StuckList.svelte";
	import Thumb from "../../parts/Thumb.svelte";
	import { api } from "../../state/site/api.ts";
	import { classPages } from "../../state/class/class-pages.ts";
	import { browserClock } from "../../state/site/clock.ts";
	import { followOften } from "../../state/site/server-events.ts";
	import { drawnNow } from "../../state/class/drawn-now.ts";
	import { Lesson } from "../../state/class/lesson.svelte.ts";
	import { Loading } from "../../state/site/loading.svelte.ts";
	import { fromNow } from "../../state/site/times.ts";

	const { id }: { id: string } = $props();
	const loading = new Loading<Awaited<ReturnType<typeof api.showClass>>>();
	const stuck = new Loading<Awaited<ReturnType<typeof api.listStuck>>>();
	$effect(() => void loading.load(() => api.showClass({ params: { id } }), `class ${id}`));

	const open = $derived((loading.value?.columns ?? []).filter((c) => Date.parse(c.closesAt) > Date.now()));
	let chosen = $state("");
	const column = $derived(
		open.find((c) => `${c.assignmentId} ${c.exercise}` === chosen) ?? drawnNow(open) ?? open.at(-1),
	);
	let hidden = $state(false);
	const lesson = new Lesson();
	let failed = $state("");

	$effect(() => {
		if (!column) return;
		const { assignmentId, exercise } = column;
		const look = () => {
			lesson.look(assignmentId, exercise).then(
				() => (failed = ""),
				(error: Error) => (failed = error.message),
			);
			void stuck.load(() => api.listStuck({ params: { id }, query: { assignment: assignmentId } }));
		};
		look();
		const kinds = ["ready", "draft", "handed-in", "checked", "explained"];
		return followOften(
			`/assignments/${assignmentId}/events`,
			kinds,
			{ clock: browserClock, milliseconds: 1_000 },
			look,
		);
	});
	$effect(() => () => lesson.leave());
	const STATES: Readonly<Record<string, string>> = {
		unreadable: "can't be read",
		"drew-nothing": "nothing drawn",
		"nothing-handed-in": "empty",
		"off-the-sheet": "off the sheet",
		"moved-without-drawing": "pen never down",
	};
</script>

<Fetched {loading} what="the lesson">
	{#snippet children(page)}
		{#snippet actions()}
			{#if open.length > 1}<select
					class="tool"
					aria-label="Exercise"
					value={column ? `${column.assignmentId} ${column.exercise}` : ""}
					onchange={(event) => (chosen = event.currentTarget.value)}
					>{#each open as c (c.assignmentId + c.exercise)}<option value="{c.assignmentId} {c.exercise}"
							>{c.title}</option
						>{/each}</select
				>{/if}
			<button
				type="button"
				class="tool"
				aria-pressed={hidden}
				data-state={hidden ? "on" : "off"}
				onclick={() => (hidden = !hidden)}>Hide names</button
			>
		{/snippet}
		<Head
			title="Live lesson"
			about="{page.name}{column ? `, ${column.title}` : ''}"
			crumbs={[
				{ href: "/classes", text: "Classes" },
				{ href: `/classes/${id}`, text: page.name },
			]}
			beside={classPages(id, "/lesson")}
			{actions}
		/>
		{#if !column}
			<Nothing
				says="No work is open for this class. Set work to see the students' drawings here while they work."
				to={{ href: `/classes/${id}/set-work`, text: "Set work" }}
			/>
		{:else}
			<div class="grid grow {hidden ? '' : 'lg:grid-cols-[1fr_340px]'}">
				<section aria-label="Current drawings" class="px-4 py-4 sm:px-6">
					{#if failed}<p role="alert" class="mb-3 border-l-[3px] border-missed pl-3">{failed}</p>{/if}
					<ul class="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-4">
						{#each lesson.drafts as d, i (d.student.id)}
							{@const drawn = lesson.drawings.get(d.student.id)}
							<li data-draft={d.student.id}>
								<span class="block border border-rule-strong bg-sheet">
									{#if drawn}<Thumb
											picture={drawn.picture}
											label={hidden ? `Drawing ${i + 1}` : `Drawing of ${d.student.name}`}
										/>{:else}<span class="quiet flex aspect-[4/3] items-center justify-center">drawing …</span>{/if}
								</span>
								<span class="mt-1 flex justify-between gap-2"
									><span class="font-semibold">{hidden ? `Drawing ${i + 1}` : d.student.name}</span
									>{#if d.runs > 0}<span class="font-mono text-small">{d.met.length} of {lesson.criteria}</span
										>{/if}</span
								>
								<span class="quiet block"
									>{drawn && STATES[drawn.state] ? `${STATES[drawn.state]}, ` : ""}{d.runs} runs{d.hints > 0
										? `, ${d.hints} ${d.hints === 1 ? "hint" : "hints"}`
										: ""}, {fromNow(d.savedAt)}</span
								>
							</li>
						{:else}
							<li class="quiet col-span-full">
								No one has started yet. A drawing appears when its program is saved for the first time.
							</li>
						{/each}
					</ul>
				</section>
				{#if !hidden}
					<section aria-labelledby="stuck" class="border-t border-rule px-4 py-4 lg:border-t-0 lg:border-l">
						<h2 id="stuck" class="mb-1">Stuck</h2>
						{#if stuck.value && stuck.value.stuck.length > 0}<StuckList
								stuck={stuck.value.stuck}
								titles={{ [column.exercise]: column.title }}
							/>{:else}<p class="quiet">No one seems stuck.</p>{/if}
					</section>
				{/if}
			</div>
		{/if}
	{/snippet}
</Fetched>
