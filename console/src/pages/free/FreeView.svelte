<script lang="ts">
	import Ask from "../../parts/Ask.svelte";
	import Editor from "../../parts/Editor.svelte";
	import Head from "../../parts/Head.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import Words from "../../parts/Words.svelte";
	import type { FreeDesk } from "../../state/free.svelte.ts";
	import { ReplayOf } from "../../state/replay-of.svelte.ts";
	import { moment } from "../../state/times.ts";
	import WordHelp from "../desk/WordHelp.svelte";

	const { desk }: { desk: FreeDesk } = $props();
	const replay = new ReplayOf();
	$effect(() => () => replay.leave());
	let word = $state("");
	let lit = $state<ReadonlySet<number>>(new Set());
	let inserted = $state.raw<{ text: string; number: number } | undefined>(undefined);
	const help = $derived(word === "" ? undefined : desk.help?.words.find((h) => h.word === word));
	const fresh = $derived(desk.ran === desk.source);
	const blank = { width: 400, height: 300, origin: "top left" as const, paper: "#ffffff", leftOut: 0, clips: [], shapes: [] };
	const SAVED = { saved: "kept", saving: "keeping …", unsaved: "being kept", offline: "kept in this browser until the network is back" } as const;
</script>

{#snippet actions()}
	<span class="quiet" role="status" data-testid="kept">{SAVED[desk.saved]}</span>
	<button type="button" class="button primary" disabled={desk.running} onclick={() => desk.runNow()}>{desk.running ? "Running …" : "Run"} <kbd class="key">Ctrl ↵</kbd></button>
{/snippet}
<Head title={desk.name} crumbs={[{ href: "/free", text: "Free drawing" }]} {actions} />
<div class="grid grow lg:grid-cols-2">
	<section aria-label="Program" class="flex flex-col px-4 py-4 sm:pl-6">
		<Editor source={desk.source} problems={fresh && desk.run ? desk.run.errors : []} remarks={fresh && desk.run ? desk.run.remarks : []} lit={replay.replaying?.line ? new Set([replay.replaying.line]) : new Set()} onwrite={(source) => desk.write(source)} onrun={() => desk.runNow()} onword={(at) => (word = at)} completions={desk.help} {inserted} />
		<WordHelp {help} colours={desk.help?.colours ?? []} onexample={(source) => desk.runNow(source)} oncolour={(text) => (inserted = { text, number: (inserted?.number ?? 0) + 1 })} />
		{#if desk.error}<p role="alert" class="mt-2 border-l-[3px] border-missed pl-3">{desk.error}</p>{/if}
	</section>
	<section aria-label="Sheet" class="border-t border-rule px-4 py-4 sm:pr-6 lg:border-t-0 lg:border-l">
		<Viewer picture={(desk.run?.picture ?? blank) as never} figures={desk.run?.figures ?? []} {lit} name={desk.name} replaying={replay.replaying} onreplay={(on) => replay.turn(on, { source: desk.source, frames: 240 })} onpoint={(figure) => (lit = new Set(figure === null ? [] : [figure]))} />
		{#each desk.run?.errors ?? [] as e (e.line + e.code)}<p class="border-l-[3px] border-missed pl-3 text-[13px]" data-testid="problem">Line {e.line}: <Words text={e.message} /></p>{/each}
		{#if desk.lost}<p class="border-l-[3px] border-missed pl-3 text-[13px]">The program ran too long and had to be ended. It is still in the editor.</p>{/if}
		{#if desk.run && desk.run.messages.length > 0}<h2 class="mt-2">Printed</h2><pre class="max-h-40 overflow-auto font-mono text-[13px]">{desk.run.messages.map((m) => m.text).join("\n")}</pre>{/if}
	</section>
</div>
<Ask open={desk.theirs !== undefined} title="This drawing was changed in two places" leave={false} wide>
	{#if desk.theirs}
		<div class="grid gap-3 md:grid-cols-2">
			<div class="min-w-0"><h3 class="font-semibold">Here</h3><pre class="max-h-[40vh] overflow-auto border border-rule-strong bg-sheet p-2 font-mono text-[13px]">{desk.source}</pre><button type="button" class="button primary mt-2" onclick={() => desk.settle(true)}>Go on with this one</button></div>
			<div class="min-w-0"><h3 class="font-semibold">Saved {moment(desk.theirs.savedAt)}</h3><pre class="max-h-[40vh] overflow-auto border border-rule-strong bg-sheet p-2 font-mono text-[13px]">{desk.theirs.source}</pre><button type="button" class="button mt-2" onclick={() => desk.settle(false)}>Go on with that one</button></div>
		</div>
	{/if}
</Ask>
