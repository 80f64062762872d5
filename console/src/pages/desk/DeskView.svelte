<script lang="ts">
		import Editor from "../../parts/Editor.svelte";
	import Slips from "../../parts/Slips.svelte";
	import VerdictSign from "../../parts/VerdictSign.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import { ReplayOf } from "../../state/replay-of.svelte.ts";
	import { briefHtml } from "../../state/brief.ts";
	import type { Desk } from "../../state/desk.svelte.ts";
	import { litBy, type Pointed } from "../../state/pointing.ts";
	import { fromNow, moment } from "../../state/times.ts";

	const { desk }: { desk: Desk } = $props();
	const { exercise, dueAt, closesAt } = $derived(desk.work);
	let pointed = $state.raw<Pointed>(null);
	const replay = new ReplayOf();
	$effect(() => () => replay.leave());

	const report = $derived(desk.result?.report ?? null);
	const verdicts = $derived(new Map(report?.criteria.map((c) => [c.id, c])));
	const shown = $derived(desk.run ?? null);
	const lit = $derived(litBy(pointed, shown && { figures: [...shown.figures] as never, criteria: [], slips: [] }));
	const closed = $derived(Date.parse(closesAt) <= Date.now());
	const blank = $derived({ ...(exercise.sheet ?? { width: 400, height: 300, origin: "top left" as const }), paper: "#ffffff", leftOut: 0, clips: [], shapes: [] });
</script>

<div class="grid grow lg:grid-cols-[286px_minmax(0,1fr)_minmax(0,1fr)]">
	<section aria-label="Exercise" class="px-4 py-4 sm:pl-6">
		<h1 class="mb-2">{exercise.title}</h1>
		<!-- eslint-disable-next-line svelte/no-at-html-tags -- made from Markdown without raw HTML -->
		<div class="prose mb-3">{@html briefHtml(exercise.brief)}</div>
		<h2 class="mb-1">Checklist</h2>
		<ul>
			{#each exercise.criteria as c (c.id)}
				{@const result = verdicts.get(c.id)}
				<li class="grid grid-cols-[22px_1fr_auto] gap-x-2 border-b border-rule py-1.5" data-criterion={c.id} data-verdict={result?.verdict}>
					{#if result}<VerdictSign verdict={result.verdict} />{:else}<span aria-hidden="true" class="text-ink-faint">–</span>{/if}
					<span>{c.sentence}</span>
					<span class="font-mono text-[13px] text-ink-soft">{result && result.points !== null ? `${result.points}/` : ""}{c.points}</span>
					{#if result && result.verdict !== "met"}<span class="col-span-2 col-start-2 text-[13px] leading-snug text-ink-soft">{result.sentence}</span>{/if}
				</li>
			{/each}
		</ul>
		<p class="mt-3 text-[13px] text-ink-soft" title={moment(dueAt)}>{closed ? "Closed" : `Due ${fromNow(dueAt)}`}{desk.triesLeft === null ? "" : `, ${desk.triesLeft} ${desk.triesLeft === 1 ? "try" : "tries"} left`}</p>
		<div class="mt-2 flex items-center gap-3">
			<button type="button" class="button primary" disabled={desk.handing || closed || desk.triesLeft === 0} onclick={() => desk.handIn()}>{desk.handing ? "Handing in …" : "Hand in"}</button>
		</div>
		<div aria-live="polite">
			{#if desk.error}<p class="mt-3 border-l-[3px] border-missed py-0.5 pl-3" role="alert">{desk.error}</p>{/if}
			{#if desk.result && !report}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result"><b>Handed in.</b> Your teacher will show you how it went.</p>{/if}
			{#if desk.result && report}
				<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result"><b>{desk.result.points ? `Handed in: ${desk.result.points.earned} of ${desk.result.points.possible} points.` : "Handed in."}</b> <a href="/hand-ins/{desk.result.id}">See it on the drawing</a></p>
				<Slips slips={report.slips} />
				{#each report.errors as e (e.line + e.code)}<p class="mt-2 border-l-[3px] border-missed py-0.5 pl-3 text-[13px]">{report.state === "unreadable" ? "It can't be read" : "It stopped"} in line {e.line}: {e.message}</p>{/each}
			{/if}
		</div>
	</section>
	<section aria-label="Program" class="flex min-h-0 flex-col border-t border-rule px-4 py-4 lg:border-t-0 lg:border-l">
		<div class="mb-3 flex h-8 items-center gap-3">
			<button type="button" class="button primary" disabled={desk.running} onclick={() => desk.runNow()}>{desk.running ? "Running …" : "Run"} <kbd class="key">Ctrl ↵</kbd></button>
		</div>
		<Editor source={desk.source} problems={shown ? [...shown.errors] : []} remarks={shown ? [...shown.remarks] : []} lit={lit.lines} onwrite={(source) => desk.write(source)} onrun={() => desk.runNow()} />
	</section>
	<section aria-label="Sheet" class="border-t border-rule px-4 py-4 sm:pr-6 lg:border-t-0 lg:border-l">
		<Viewer picture={(shown?.picture ?? blank) as never} figures={shown?.figures ?? []} lit={lit.figures} name={exercise.title} replaying={replay.replaying} onreplay={(on) => replay.turn(on, { source: desk.source, sheet: exercise.sheet, frames: exercise.frames })} onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })} />
		<div aria-live="polite" class="text-[13px]">
			{#if desk.lost}<p class="border-l-[3px] border-missed pl-3">The program ran too long and had to be ended; its drawing was lost. Your program is still in the editor.</p>{/if}
			{#if shown?.ended === "clock"}<p class="border-l-[3px] border-missed pl-3">The program ran too long and was stopped. This is what it drew before.</p>{/if}
			{#each shown?.errors ?? [] as e (e.line + e.code)}<p class="border-l-[3px] border-missed pl-3" data-testid="problem">Line {e.line}: {e.message}</p>{/each}
		</div>
		{#if shown && shown.messages.length > 0}
			<h2 class="mt-2">Printed</h2>
			<pre class="max-h-40 overflow-auto font-mono text-[13px]">{shown.messages.map((m) => m.text).join("\n")}</pre>
		{/if}
	</section>
</div>
