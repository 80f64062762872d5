<script lang="ts">
	import { DropdownMenu } from "bits-ui";
	import { LANGUAGE_WORDS } from "../../state/site/language-words.ts";
	import Editor from "../../parts/Editor.svelte";
	import Explained from "../../parts/Explained.svelte";
	import FigureList from "../../parts/FigureList.svelte";
	import TwoVersions from "../../parts/TwoVersions.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import Words from "../../parts/Words.svelte";
	import { briefHtml } from "../../state/site/brief.ts";
	import type { Desk } from "../../state/desk/desk.svelte.ts";
	import { litBy, type Pointed } from "../../state/sheet/pointing.ts";
	import { ReplayOf } from "../../state/sheet/replay-of.svelte.ts";
	import { termsInHtml } from "../../state/site/terms.ts";
	import Checklist from "./Checklist.svelte";
	import HandingIn from "./HandingIn.svelte";
	import Tries from "./Tries.svelte";
	import WordHelp from "./WordHelp.svelte";

	const { desk }: { desk: Desk } = $props();
	/** Remarks that are shown in words; the editor marks all of them. */
	const SHOWN_REMARKS = 3;
	const { exercise, assignmentId, model } = $derived(desk.work);
	const { conditions } = $derived(exercise);
	let pointed = $state.raw<Pointed>(null);
	const replay = new ReplayOf(() => desk.draft.source);

	const shown = $derived(desk.run.drawn ?? null);
	/**
	 * Links between figures, lines and criteria: from the report if it belongs to the visible drawing, otherwise from
	 * the drawing only.
	 */
	const lit = $derived(
		litBy(
			pointed,
			(desk.found?.source === desk.run.source && desk.found?.report) ||
				(shown && { figures: [...shown.figures] as never, criteria: [], causes: [], slips: [] }),
		),
	);
	/** What is in the margin: of what is written, or nothing. */
	const marked = $derived(desk.fresh ? desk.run.drawn : undefined);
	const blank = $derived({
		width: 400,
		height: 300,
		origin: "top left" as const,
		paper: "#ffffff",
		...conditions.sheet,
		leftOut: 0,
		clips: [],
		shapes: [],
	});
	let word = $state("");
	let number = 0;
	let inserted = $state.raw<{ text: string; number: number } | undefined>(undefined);
	let gone = $state.raw<{ line: number; number: number } | undefined>(undefined);
	let list = $state<FigureList>();
	const help = $derived(word === "" ? undefined : desk.run.help?.words.find((h) => h.word === word));
	const put = (text: string) => (inserted = { text, number: ++number });
	const figure = (index: number | null): Pointed => (index === null ? null : { on: "figure", index });

	/** The pointer is over a line of the program. It leaves the editor only after it has come to what is beside it. */
	function overLine(line: number | null) {
		if (line !== null && desk.fresh) pointed = { on: "line", line };
		else if (pointed?.on === "line") pointed = null;
	}
	function go(to: { readonly figure: number } | { readonly line: number }) {
		if ("line" in to) gone = { line: to.line, number: ++number };
		else list?.go(to.figure);
	}
</script>

<div class="grow lg:grid lg:grid-cols-[20rem_minmax(0,1fr)_minmax(0,1fr)]">
	<section aria-label="Exercise" class="px-4 py-4 sm:pl-6">
		<Explained>
			<h1 class="mb-2">{exercise.title}</h1>
			<div class="prose mb-3">{@html termsInHtml(briefHtml(exercise.brief))}</div>
			{#if desk.work.continues}<p class="quiet mb-3" data-testid="continues">
					You continue from your own <a href="/hand-ins/{desk.work.continues.id}">{desk.work.continues.title}</a>. The
					editor starts with it.
				</p>{/if}
			{#if exercise.example}
				<details class="mb-3" open={exercise.example.show === "picture"}>
					<summary class="cursor-pointer font-semibold">Example drawing</summary>
					<img
						class="mt-1 w-full border border-rule-strong"
						style="aspect-ratio: {blank.width} / {blank.height}"
						alt="The example's drawing"
						src="/api/v1/my-work/{assignmentId}/{exercise.id}/example.png"
					/>
					{#if exercise.example.show === "source"}{@const { program, language } = exercise.example}
						<pre class="mt-1 overflow-auto border border-rule bg-sheet p-2 font-mono text-small">{program}</pre>
						<button
							type="button"
							class="tool mt-1"
							onclick={() => desk.run.showExample({ source: program, language }, true)}>Draw the example</button
						>{/if}
				</details>
			{/if}
			{#if model}<details class="mb-3">
					<summary class="cursor-pointer font-semibold">The model</summary><img
						class="mt-1 w-full border border-rule-strong"
						alt="The model's drawing"
						src="data:image/svg+xml;utf8,{encodeURIComponent(model.picture)}"
					/>{#if model.source}<pre
							class="mt-1 overflow-auto border border-rule bg-sheet p-2 font-mono text-small">{model.source}</pre>{/if}
				</details>{/if}
			<Checklist {desk} lit={lit.criteria} onpoint={(at) => (pointed = at)} ongo={go} />
		</Explained>
		<Tries {desk} />
	</section>
	<section
		aria-label="Program"
		class="border-t border-rule px-4 py-4 lg:sticky lg:top-0 lg:flex lg:h-[calc(100vh-3rem)] lg:min-h-[34rem] lg:flex-col lg:border-x lg:border-t-0"
	>
		<HandingIn {desk} onpoint={(index) => (pointed = index === null ? null : { on: "explanation", index })}>
			{#snippet before()}
				<button type="button" class="button primary" disabled={desk.run.running} onclick={() => desk.runNow()}
					>{desk.run.running ? "Running …" : "Run"} <kbd class="key">Ctrl ↵</kbd></button
				>
				<button type="button" class="button" disabled={desk.checks.checking} onclick={() => desk.check()}
					>{desk.checks.checking ? "Checking …" : "Check my drawing"}</button
				>
				{#if exercise.languages.length > 1}
					<select
						class="tool"
						aria-label="Language"
						value={desk.draft.language}
						onchange={(event) => desk.turnTo(event.currentTarget.value as typeof desk.draft.language)}
						>{#each exercise.languages as id (id)}<option value={id}>{LANGUAGE_WORDS[id]}</option>{/each}</select
					>
				{/if}
				{#if /\b(random|choose|chance)\b/.test(desk.draft.source)}
					<DropdownMenu.Root>
						<DropdownMenu.Trigger class="tool">Random numbers <span aria-hidden="true">▾</span></DropdownMenu.Trigger>
						<DropdownMenu.Portal>
							<DropdownMenu.Content
								align="start"
								sideOffset={4}
								class="z-20 min-w-56 border border-rule-strong bg-sheet py-1 text-ink"
							>
								<DropdownMenu.Item class="menu-item" onSelect={() => desk.runNow(1 + Math.floor(Math.random() * 9999))}
									>Run with new random numbers</DropdownMenu.Item
								>
								<DropdownMenu.Item class="menu-item" onSelect={() => desk.runNow(desk.run.seed)}
									>Run with the same random numbers</DropdownMenu.Item
								>
								<DropdownMenu.Item class="menu-item" onSelect={() => desk.runNow(conditions.seed)}
									>Run with the first random numbers</DropdownMenu.Item
								>
							</DropdownMenu.Content>
						</DropdownMenu.Portal>
					</DropdownMenu.Root>
				{/if}
			{/snippet}
		</HandingIn>
		{#key desk.draft.language}<Editor
				source={desk.draft.source}
				language={desk.draft.language}
				problems={marked?.errors}
				remarks={marked?.remarks}
				lit={replay.lines ?? lit.lines}
				onwrite={(source) => desk.draft.write(source)}
				onrun={() => desk.runNow()}
				onword={(at) => (word = at)}
				online={overLine}
				completions={desk.run.help}
				without={conditions.without}
				{inserted}
				{gone}
			/>{/key}
		<WordHelp
			{help}
			colours={desk.run.help?.colours ?? []}
			onexample={(source) => desk.run.showExample({ source, language: desk.draft.language })}
			oncolour={put}
		/>
	</section>
	<section
		aria-label="Sheet"
		class="border-t border-rule px-4 py-4 sm:pr-6 lg:sticky lg:top-0 lg:self-start lg:border-t-0"
	>
		<Viewer
			picture={(shown?.picture ?? blank) as never}
			figures={shown?.figures ?? []}
			lit={lit.figures}
			name={exercise.title}
			replaying={replay.replaying}
			onreplay={(on) =>
				replay.turn(on, { source: desk.draft.source, language: desk.draft.language, conditions, seed: desk.run.seed })}
			onpoint={(index) => (pointed = figure(index))}
			onplace={put}
		/>
		<div aria-live="polite" class="text-small">
			{#if desk.run.example}<p class="quiet">This is the example's drawing. Run your program to see your own.</p>
			{:else if shown && !desk.fresh && !desk.run.running}<p class="quiet">
					The program has changed since the last run.
				</p>{/if}
			{#if desk.run.loading?.failed}<p class="border-l-[3px] border-missed pl-3" data-testid="not-loaded">
					{LANGUAGE_WORDS[desk.run.loading.language]} couldn't be loaded. Check your connection and reload the page, or use
					a newer browser. You can hand in without running.
				</p>{:else if desk.run.loading}{@const { language, share } = desk.run.loading}<label
					class="quiet flex items-center gap-3"
					data-testid="loading"
					>{share < 1 ? `Loading ${LANGUAGE_WORDS[language]}` : `Starting ${LANGUAGE_WORDS[language]}`}<progress
						class="h-2 w-48 accent-(--c-act)"
						max="1"
						value={share < 1 ? share : undefined}
						aria-label="Loading {LANGUAGE_WORDS[language]}"
					></progress></label
				>{/if}
			{#if desk.run.lost && !desk.run.loading?.failed}<p class="border-l-[3px] border-missed pl-3">
					The program ran too long and was stopped. Its drawing is lost, but your program is still here.
				</p>{/if}
			{#if shown?.ended === "clock"}<p class="border-l-[3px] border-missed pl-3">
					The program ran too long and was stopped. You see what it drew until then.
				</p>{/if}
			{#each shown?.errors ?? [] as e (e.line + e.code)}<div
					class="border-l-[3px] border-missed pl-3"
					data-testid="problem"
				>
					Line {e.line}: <Words text={e.message} />
					{#if e.calls}<details class="quiet">
							<summary class="cursor-pointer">How the program got there</summary>
							{e.calls}
						</details>{/if}
				</div>{/each}
			{#each (shown?.remarks ?? []).slice(0, SHOWN_REMARKS) as r (`${r.line} ${r.code} ${r.message}`)}<p
					class="border-l-[3px] border-rule-strong pl-3"
					data-testid="remark"
				>
					Line {r.line}: <Words text={r.message} />
				</p>{/each}
		</div>
		{#if shown && shown.messages.length > 0}
			<h2 class="mt-2">Printed</h2>
			<pre class="max-h-40 overflow-auto font-mono text-small">{shown.messages.map((m) => m.text).join("\n")}</pre>
		{/if}
		{#if shown && shown.figures.length > 0}<FigureList
				bind:this={list}
				title="Your drawing"
				figures={shown.figures}
				inAll={shown.figuresInAll}
				lit={lit.figures}
				onpoint={(index) => (pointed = figure(index))}
				onpick={(index) => {
					const line = shown.figures.find((f) => f.index === index)?.lines[0];
					if (line && desk.fresh) go({ line });
				}}
			/>{/if}
	</section>
</div>
<TwoVersions
	title="There are two versions of your program"
	mine={desk.draft.source}
	mineAt={desk.draft.autosave.writtenAt}
	theirs={desk.draft.autosave.theirs}
	kept="You can get the other one back under “Earlier versions”."
	onsettle={(mine) => desk.draft.settle(mine)}
/>
