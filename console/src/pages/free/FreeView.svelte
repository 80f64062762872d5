<script lang="ts">
	import Editor from "../../parts/Editor.svelte";
	import Head from "../../parts/Head.svelte";
	import FigureList from "../../parts/FigureList.svelte";
	import TwoVersions from "../../parts/TwoVersions.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import Words from "../../parts/Words.svelte";
	import type { FreeDesk } from "../../state/free/free.svelte.ts";
	import { ReplayOf } from "../../state/sheet/replay-of.svelte.ts";
	import WordHelp from "../desk/WordHelp.svelte";

	const { desk }: { desk: FreeDesk } = $props();
	const replay = new ReplayOf(() => desk.source);
	let word = $state("");
	let lit = $state<ReadonlySet<number>>(new Set());
	let inserted = $state.raw<{ text: string; number: number } | undefined>(undefined);
	const help = $derived(word === "" ? undefined : desk.help?.words.find((h) => h.word === word));
	const marked = $derived(desk.ran === desk.source ? desk.run : undefined);
	const blank = {
		width: 400,
		height: 300,
		origin: "top left" as const,
		paper: "#ffffff",
		leftOut: 0,
		clips: [],
		shapes: [],
	};
	const put = (text: string) => (inserted = { text, number: (inserted?.number ?? 0) + 1 });
	const point = (figure: number | null) => (lit = new Set(figure === null ? [] : [figure]));
	const SAVED = {
		saved: "Saved",
		saving: "Saving …",
		unsaved: "Not saved yet",
		offline: "Saved in this browser until you are online again",
	} as const;
</script>

{#snippet actions()}
	<span class="quiet" role="status" data-testid="kept">{SAVED[desk.keeping.saved]}</span>
	<button type="button" class="button primary" disabled={desk.running} onclick={() => desk.runNow()}
		>{desk.running ? "Running …" : "Run"} <kbd class="key">Ctrl ↵</kbd></button
	>
{/snippet}
<Head title={desk.name} crumbs={[{ href: "/free", text: "Free drawing" }]} {actions} />
<div class="grid grow lg:grid-cols-2">
	<section aria-label="Program" class="flex flex-col px-4 py-4 sm:pl-6">
		<Editor
			source={desk.source}
			problems={marked?.errors}
			remarks={marked?.remarks}
			lit={replay.lines}
			onwrite={(source) => desk.write(source)}
			onrun={() => desk.runNow()}
			onword={(at) => (word = at)}
			completions={desk.help}
			{inserted}
		/>
		<WordHelp {help} colours={desk.help?.colours ?? []} onexample={(source) => desk.runNow(source)} oncolour={put} />
		{#if desk.keeping.error}<p role="alert" class="mt-2 border-l-[3px] border-missed pl-3">{desk.keeping.error}</p>{/if}
	</section>
	<section aria-label="Sheet" class="border-t border-rule px-4 py-4 sm:pr-6 lg:border-t-0 lg:border-l">
		<Viewer
			picture={(desk.run?.picture ?? blank) as never}
			figures={desk.run?.figures ?? []}
			{lit}
			name={desk.name}
			replaying={replay.replaying}
			onreplay={(on) => replay.turn(on, { source: desk.source, frames: 240 })}
			onpoint={point}
			onplace={put}
		/>
		{#each desk.run?.errors ?? [] as e (e.line + e.code)}<p
				class="border-l-[3px] border-missed pl-3 text-small"
				data-testid="problem"
			>
				Line {e.line}: <Words text={e.message} />
			</p>{/each}
		{#if desk.lost}<p class="border-l-[3px] border-missed pl-3 text-small">
				The program ran too long and was stopped. Your program is still in the editor.
			</p>{/if}
		{#if desk.run && desk.run.messages.length > 0}<h2 class="mt-2">Printed</h2>
			<pre class="max-h-40 overflow-auto font-mono text-small">{desk.run.messages
					.map((m) => m.text)
					.join("\n")}</pre>{/if}
		{#if desk.run && desk.run.figures.length > 0}<FigureList
				title="Your drawing"
				figures={desk.run.figures}
				inAll={desk.run.figuresInAll}
				{lit}
				onpoint={point}
			/>{/if}
	</section>
</div>
<TwoVersions
	title="There are two versions of this drawing"
	mine={desk.source}
	mineAt={desk.keeping.writtenAt}
	theirs={desk.keeping.theirs}
	kept="The other one is kept in this browser as a separate drawing."
	onsettle={(mine) => desk.settle(mine)}
/>
