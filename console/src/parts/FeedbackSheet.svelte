<script lang="ts">
	import type { HandInPage } from "@markpen/contract";
	import { explanations } from "../state/hand-in/explained.ts";
	import { placeWords } from "../state/hand-in/marking.svelte.ts";
	import { moment } from "../state/site/times.ts";
	import VerdictSign from "./VerdictSign.svelte";

	interface Props {
		page: HandInPage;
		/** Whether more sheets follow: each begins on a page of its own when printed. */
		many?: boolean;
	}
	/** One A4 page about a hand-in: what was met, what to try next, what the teacher wrote. */
	const { page, many = false }: Props = $props();
	const next = $derived(page.report ? explanations(page.report)[0] : undefined);
</script>

<article
	class="mx-auto my-5 w-full max-w-[180mm] bg-[#fff] p-6 text-[#15233b] print:m-0 print:p-0 {many
		? 'break-after-page'
		: ''}"
	data-theme="light"
	data-testid="sheet"
>
	<p class="text-small">{page.className}, {moment(page.handedInAt)}</p>
	<h2 class="mb-3 text-total font-bold">{page.student.name}: {page.title}</h2>
	<div class="grid grid-cols-[55%_1fr] gap-5">
		<img src="/api/v1/hand-ins/{page.id}/drawing.svg" alt="Your drawing" class="w-full border border-[#9fb0c3]" />
		<div>
			{#if page.points}<p class="mb-2 text-large font-bold">
					{page.points.earned} of {page.points.possible} points
				</p>{/if}
			<p>
				{page.tries.length === 1
					? "Handed in once."
					: `Handed in ${page.tries.length} times; this is try ${page.tryNumber}.`}
			</p>
			{#each page.comments as c (c.id)}<p class="by-hand mt-2">
					{#if c.place.on !== "whole"}<span class="text-small">On {placeWords(c.place, page)}: </span>{/if}{c.words}
					<span class="text-small">{c.by}</span>
				</p>{/each}
		</div>
	</div>
	{#if page.report}
		<ul class="mt-4 text-small">
			{#each page.report.criteria as c (c.id)}
				<li class="grid grid-cols-[22px_1fr_auto] gap-x-2 border-b border-[#d9e1ea] py-1">
					<VerdictSign verdict={c.verdict} quiet /><span
						>{c.asks}{#if c.verdict !== "met"}<span class="block">{c.sentence}</span>{/if}</span
					><span class="font-mono"
						>{page.criteria.find((s) => s.id === c.id)?.points ?? c.points ?? "–"}/{c.possible}</span
					>
				</li>
			{/each}
		</ul>
		{#if next}<p class="mt-3"><b>Try next:</b> {next.sentence}</p>{/if}
	{/if}
</article>
