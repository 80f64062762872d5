<script lang="ts">
	import { DropdownMenu } from "bits-ui";
	import Ask from "../../parts/Ask.svelte";
	import Editor from "../../parts/Editor.svelte";
	import Slips from "../../parts/Slips.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import Words from "../../parts/Words.svelte";
	import { briefHtml } from "../../state/brief.ts";
	import type { Desk } from "../../state/desk.svelte.ts";
	import { litBy, type Pointed } from "../../state/pointing.ts";
	import { ReplayOf } from "../../state/replay-of.svelte.ts";
	import { router } from "../../state/router.svelte.ts";
	import { fromNow, moment } from "../../state/times.ts";
	import Checklist from "./Checklist.svelte";
	import WordHelp from "./WordHelp.svelte";

	const { desk }: { desk: Desk } = $props();
	const { exercise, dueAt, closesAt } = $derived(desk.work);
	let pointed = $state.raw<Pointed>(null);
	const replay = new ReplayOf();
	$effect(() => () => replay.leave());

	const report = $derived(desk.result?.report ?? null);
	const shown = $derived(desk.run ?? null);
	const lit = $derived(litBy(pointed, shown && { figures: [...shown.figures] as never, criteria: [], slips: [] }));
	const closed = $derived(Date.parse(closesAt) <= Date.now());
	const late = $derived(!closed && Date.parse(dueAt) < Date.now());
	const blank = $derived({ ...(exercise.sheet ?? { width: 400, height: 300, origin: "top left" as const }), paper: "#ffffff", leftOut: 0, clips: [], shapes: [] });
	const SAVED = { saved: "kept", saving: "keeping …", unsaved: "being kept", offline: "kept in this browser until the network is back" } as const;
	let handing = $state(false);
	let word = $state("");
	let inserted = $state.raw<{ text: string; number: number } | undefined>(undefined);
	const help = $derived(word === "" ? undefined : desk.help?.words.find((h) => h.word === word));
	const put = (text: string) => (inserted = { text, number: (inserted?.number ?? 0) + 1 });

	async function there() {
		const to = desk.fits;
		if (to && (await desk.handInThere())) router.go(`/desk/${to.assignmentId}/${to.exercise.id}`);
	}
</script>

<div class="grid grow lg:grid-cols-[300px_minmax(0,1fr)_minmax(0,1fr)]">
	<section aria-label="Exercise" class="px-4 py-4 sm:pl-6">
		<h1 class="mb-2">{exercise.title}</h1>
		<div class="prose mb-3">{@html briefHtml(exercise.brief)}</div>
		{#if exercise.example?.show === "source"}<details class="mb-3"><summary class="cursor-pointer font-semibold">An example</summary><pre class="mt-1 overflow-auto border border-rule bg-sheet p-2 font-mono text-[13px]">{exercise.example.program}</pre></details>{/if}
		{#if desk.work.model}<details class="mb-3"><summary class="cursor-pointer font-semibold">The model</summary><img class="mt-1 w-full border border-rule-strong" alt="What the model draws" src="data:image/svg+xml;utf8,{encodeURIComponent(desk.work.model.picture)}" />{#if desk.work.model.source}<pre class="mt-1 overflow-auto border border-rule bg-sheet p-2 font-mono text-[13px]">{desk.work.model.source}</pre>{/if}</details>{/if}
		<Checklist {desk} {report} />
		<p class="quiet mt-3" title={moment(dueAt)}>{closed ? "Closed" : late ? "Past due" : `Due ${fromNow(dueAt)}`}{!closed && late ? (desk.work.late === "refused" ? ": nothing more can be handed in" : desk.work.late === "reduced" ? ": a late try loses part of its points" : ": it will be marked as late") : ""}{desk.triesLeft === null ? "" : `, ${desk.triesLeft} ${desk.triesLeft === 1 ? "try" : "tries"} left`}</p>
		<div class="mt-2 flex items-center gap-3">
			<button type="button" class="button primary" disabled={desk.handing || closed || desk.triesLeft === 0 || (late && desk.work.late === "refused")} onclick={() => (handing = true)}>{desk.handing ? "Handing in …" : "Hand in"}</button>
			<span class="quiet" role="status" data-testid="kept">{SAVED[desk.saved]}</span>
		</div>
		<div aria-live="polite">
			{#if desk.waiting}<p class="mt-3 border-l-[3px] border-partly py-0.5 pl-3" data-testid="waits">You handed in at {moment(desk.waiting.at)}, without a network. It is kept here and goes out by itself once there is one.</p>{/if}
			{#if desk.error}<p class="mt-3 border-l-[3px] border-missed py-0.5 pl-3" role="alert">{desk.error}</p>{/if}
			{#if desk.result && !report}<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result"><b>Handed in.</b> {desk.result.waiting ? "It is being checked …" : "Your teacher will show you how it went."}</p>{/if}
			{#if desk.result && report}
				<p class="mt-3 border-l-[3px] border-ink py-0.5 pl-3" data-testid="result"><b>{desk.result.points ? `Handed in: ${desk.result.points.earned} of ${desk.result.points.possible} points.` : "Handed in."}</b> <a href="/hand-ins/{desk.result.id}">See it on the drawing</a></p>
				{#if desk.fits}<p class="mt-2 border-l-[3px] border-ink py-0.5 pl-3">This earns nothing here, but it fits <b>{desk.fits.exercise.title}</b>, which is open. <button type="button" class="tool" onclick={there}>Hand it in there</button></p>{/if}
				<Slips slips={report.slips} />
				{#each report.errors as e (e.line + e.code)}<p class="mt-2 border-l-[3px] border-missed py-0.5 pl-3 text-[13px]">{report.state === "unreadable" ? "It can't be read" : "It stopped"} in line {e.line}: {e.message}</p>{/each}
			{/if}
		</div>
	</section>
	<section aria-label="Program" class="flex min-h-0 flex-col border-t border-rule px-4 py-4 lg:border-t-0 lg:border-l">
		<div class="mb-3 flex min-h-8 flex-wrap items-center gap-2">
			<button type="button" class="button primary" disabled={desk.running} onclick={() => desk.runNow()}>{desk.running ? "Running …" : "Run"} <kbd class="key">Ctrl ↵</kbd></button>
			<button type="button" class="button" disabled={desk.checking} onclick={() => desk.check()}>{desk.checking ? "Checking …" : "Check it"}</button>
			<DropdownMenu.Root>
				<DropdownMenu.Trigger class="tool">More <span aria-hidden="true">▾</span></DropdownMenu.Trigger>
				<DropdownMenu.Portal>
					<DropdownMenu.Content align="start" sideOffset={4} class="z-20 max-h-[60vh] min-w-56 overflow-auto border border-rule-strong bg-sheet py-1 text-ink">
						<DropdownMenu.Item class="menu-item" onSelect={() => desk.runNow(1 + Math.floor(Math.random() * 9999))}>Run with other chances</DropdownMenu.Item>
						<DropdownMenu.Item class="menu-item" onSelect={() => desk.runNow(1)}>Run with the first chances again</DropdownMenu.Item>
						{#if exercise.starter !== null}<DropdownMenu.Separator class="my-1 border-t border-rule" /><DropdownMenu.Item class="menu-item" onSelect={() => desk.replace(exercise.starter ?? "")}>The given program again</DropdownMenu.Item>{/if}
						{#if desk.work.lastSource !== null}<DropdownMenu.Item class="menu-item" onSelect={() => desk.replace(desk.work.lastSource ?? "")}>What was handed in last</DropdownMenu.Item>{/if}
						{#each desk.aside as kept (kept.at + kept.source)}<DropdownMenu.Item class="menu-item" onSelect={() => desk.replace(kept.source)}>Put aside {fromNow(kept.at)}: {kept.source.trim().split("\n")[0]?.slice(0, 30)}</DropdownMenu.Item>{/each}
					</DropdownMenu.Content>
				</DropdownMenu.Portal>
			</DropdownMenu.Root>
		</div>
		<Editor source={desk.source} problems={desk.fresh && shown ? shown.errors : []} remarks={desk.fresh && shown ? shown.remarks : []} lit={replay.replaying?.line ? new Set([replay.replaying.line]) : lit.lines} onwrite={(source) => desk.write(source)} onrun={() => desk.runNow()} onword={(at) => (word = at)} completions={desk.help} {inserted} />
		<WordHelp {help} colours={desk.help?.colours ?? []} onexample={(source) => desk.showExample(source)} oncolour={put} />
	</section>
	<section aria-label="Sheet" class="border-t border-rule px-4 py-4 sm:pr-6 lg:border-t-0 lg:border-l">
		<Viewer picture={(shown?.picture ?? blank) as never} figures={shown?.figures ?? []} lit={lit.figures} name={exercise.title} replaying={replay.replaying} onreplay={(on) => replay.turn(on, { source: desk.source, sheet: exercise.sheet, frames: exercise.frames, seed: desk.seed })} onpoint={(index) => (pointed = index === null ? null : { on: "figure", index })} />
		<div aria-live="polite" class="text-[13px]">
			{#if desk.example}<p class="quiet">This is the example of the help. Run your program to see yours again.</p>
			{:else if shown && !desk.fresh && !desk.running}<p class="quiet">The program has changed since it was run.</p>{/if}
			{#if desk.lost}<p class="border-l-[3px] border-missed pl-3">The program ran too long and had to be ended; its drawing was lost. Your program is still in the editor.</p>{/if}
			{#if shown?.ended === "clock"}<p class="border-l-[3px] border-missed pl-3">The program ran too long and was stopped. This is what it drew before.</p>{/if}
			{#each shown?.errors ?? [] as e (e.line + e.code)}<p class="border-l-[3px] border-missed pl-3" data-testid="problem">Line {e.line}: <Words text={e.message} /></p>{/each}
		</div>
		{#if shown && shown.messages.length > 0}
			<h2 class="mt-2">Printed</h2>
			<pre class="max-h-40 overflow-auto font-mono text-[13px]">{shown.messages.map((m) => m.text).join("\n")}</pre>
		{/if}
		{#if shown && shown.figures.length > 0}
			<h2 class="mt-2 mb-1">What you drew</h2>
			<ol class="max-h-40 overflow-auto text-[13px] leading-snug">{#each shown.figures.slice(0, 100) as f, i (f.index)}<li><button type="button" class="w-full border-b border-rule px-1 py-1 text-left" class:lit={lit.figures.has(f.index)} onpointerenter={() => (pointed = { on: "figure", index: f.index })} onpointerleave={() => (pointed = null)} onfocus={() => (pointed = { on: "figure", index: f.index })} onblur={() => (pointed = null)}>{i + 1}. {f.sentence}</button></li>{/each}</ol>
		{/if}
	</section>
</div>
<Ask bind:open={handing} title="Hand this in?">
	<p class="mb-2">Your program for <b>{exercise.title}</b>, {desk.source.split("\n").length} lines{desk.ran === undefined ? ", which you haven't run yet" : desk.fresh ? "" : ", changed since you ran it"}.</p>
	<p class="quiet mb-4">{late ? (desk.work.late === "reduced" ? "It is past due, so part of the points are lost. " : "It is past due and will be marked as late. ") : ""}{desk.triesLeft === null ? "You can hand in again until it closes." : `This is one of ${desk.triesLeft} ${desk.triesLeft === 1 ? "try" : "tries"} that you have left.`}</p>
	<div class="flex gap-3"><button type="button" class="button primary" onclick={() => { handing = false; void desk.handIn(); }}>Hand it in</button><button type="button" class="button" onclick={() => (handing = false)}>Not yet</button></div>
</Ask>
<Ask open={desk.theirs !== undefined} title="Your program was changed in two places" leave={false} wide>
	{#if desk.theirs}
		<p class="mb-3">Both are kept. Choose the one to go on with; the other one stays under <b>More</b>.</p>
		<div class="grid gap-3 md:grid-cols-2">
			<div class="min-w-0"><h3 class="font-semibold">Here, in this browser</h3><p class="quiet">not kept at the service yet</p><pre class="max-h-[40vh] overflow-auto border border-rule-strong bg-sheet p-2 font-mono text-[13px]">{desk.source}</pre><button type="button" class="button primary mt-2" onclick={() => desk.settle(true)}>Go on with this one</button></div>
			<div class="min-w-0"><h3 class="font-semibold">On {desk.theirs.device || "another device"}</h3><p class="quiet">{moment(desk.theirs.savedAt)}</p><pre class="max-h-[40vh] overflow-auto border border-rule-strong bg-sheet p-2 font-mono text-[13px]">{desk.theirs.source}</pre><button type="button" class="button mt-2" onclick={() => desk.settle(false)}>Go on with that one</button></div>
		</div>
	{/if}
</Ask>
