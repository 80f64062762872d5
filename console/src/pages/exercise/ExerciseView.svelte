<script lang="ts">
	import { counted } from "@markpen/core";
	import { Tabs } from "bits-ui";
	import Ask from "../../parts/Ask.svelte";
	import Editor from "../../parts/Editor.svelte";
	import FileEditor from "../../parts/FileEditor.svelte";
	import SetMenu from "../../parts/SetMenu.svelte";
	import Head from "../../parts/Head.svelte";
	import VerdictSign from "../../parts/VerdictSign.svelte";
	import Words from "../../parts/Words.svelte";
	import Viewer from "../../parts/Viewer.svelte";
	import { api } from "../../state/site/api.ts";
	import { aboutExercise } from "../../state/exercise/shelf.ts";
	import { briefHtml } from "../../state/site/brief.ts";
	import type { ExerciseDesk } from "../../state/exercise/exercise-desk.svelte.ts";
	import { idFor, withCriterionPart, withoutCriterion, withPart } from "../../state/exercise/exercise-file.ts";
	import { OTHER_CRITERIA } from "../../state/desk/headings.ts";
	import { notes } from "../../state/site/notes.svelte.ts";
	import { ReplayOf } from "../../state/sheet/replay-of.svelte.ts";
	import { router } from "../../state/site/router.svelte.ts";
	import CriterionFields from "./CriterionFields.svelte";
	import ProposalList from "./ProposalList.svelte";
	import SettingsFields from "./SettingsFields.svelte";
	import TrialPrograms from "./TrialPrograms.svelte";
	import TriedView from "./TriedView.svelte";

	const { desk }: { desk: ExerciseDesk } = $props();
	const { page } = $derived(desk);
	let view = $state("brief");
	const VIEWS = {
		brief: "Brief",
		model: "Model",
		starter: "Starter",
		settings: "Settings",
		programs: "Trial programs",
		file: "File",
	} as const;
	let copying = $state(false);
	let copyTitle = $state("");
	let open = $state<number | null>(null);
	// svelte-ignore state_referenced_locally: it is set with the page
	let shared = $state(page.shared);

	const { report, parts } = $derived(desk);
	const model = $derived(parts?.model ?? "");
	const replay = new ReplayOf(() => model);
	const lit = $derived(new Set(desk.picked === null ? [] : [desk.picked]));
	const blank = $derived({
		width: 400,
		height: 300,
		origin: "top left" as const,
		paper: "#ffffff",
		...parts?.conditions.sheet,
		shapes: [],
		clips: [],
		leftOut: 0,
	});
	const points = $derived((parts?.criteria ?? []).reduce((sum, c) => sum + (c.bonus ? 0 : c.points), 0));
	const SAVED = {
		saved: "Saved",
		saving: "Saving …",
		unsaved: "Not saved yet",
		offline: "Saved in this browser only: the service can't be reached",
	} as const;

	async function publish() {
		const number = await desk.publish();
		if (number)
			notes.say(
				`Version ${number} is published. Existing assignments keep their version until you update them under “Dates and rules”.`,
			);
	}
	async function share() {
		const done = await notes.trying(async () => {
			await api.shareExercise({ params: { id: page.id }, body: { shared: !shared } });
			return true;
		});
		if (done) shared = !shared;
	}
	function openCopy() {
		// A copy from the library may have its title and id; one of a school's own needs others.
		copyTitle = page.library ? page.title : `${page.title}, copy`;
		copying = true;
	}
	async function copy(event: SubmitEvent) {
		event.preventDefault();
		const made = await notes.trying(() =>
			api.copyExercise({ params: { id: page.id }, body: { key: idFor(copyTitle), title: copyTitle } }),
		);
		if (made) router.go(`/exercises/${made.id}`);
	}
	function keys(event: KeyboardEvent) {
		if (!(event.ctrlKey || event.metaKey) || (event.target as Element).closest(".cm-editor, input, textarea")) return;
		if (event.key === "z") event.shiftKey ? desk.redo() : desk.undo();
		else if (event.key === "y") desk.redo();
		else return;
		event.preventDefault();
	}
</script>

<svelte:window onkeydown={keys} />
{#snippet actions()}
	{#if page.mine}
		<span class="quiet" role="status" data-testid="saved">{SAVED[desk.keeping.saved]}</span>
		<button type="button" class="tool" disabled={!desk.canUndo} onclick={() => desk.undo()}>Undo</button>
		<button type="button" class="tool" disabled={!desk.canRedo} onclick={() => desk.redo()}>Redo</button>
		<button type="button" class="tool" aria-pressed={shared} data-state={shared ? "on" : "off"} onclick={share}
			>Shared</button
		>
	{/if}
	{#if desk.version !== null}<SetMenu work="exercise {page.key}" title={page.title} class="button" />{/if}
	<button type="button" class="button" onclick={openCopy}>{page.mine ? "Copy …" : "Copy and change …"}</button>
	<button
		type="button"
		class="button"
		disabled={desk.trying !== null || desk.problems.length > 0}
		onclick={() => desk.tryIt()}>{desk.trying ? "Testing …" : "Test exercise"}</button
	>
	{#if page.mine}<button type="button" class="button primary" disabled={desk.problems.length > 0} onclick={publish}
			>Publish</button
		>{/if}
{/snippet}
<Head
	title={parts?.title || page.title}
	about="{desk.version === null ? 'not published yet' : `version ${desk.version}`}{page.mine
		? ''
		: page.library
			? `, ${aboutExercise(page)}`
			: `, by ${page.owner ?? 'the site'}; copy it to change it`}"
	crumbs={[{ href: "/exercises", text: "Exercises" }]}
	{actions}
/>
<div class="grid grow lg:grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)_minmax(0,0.95fr)]">
	<section aria-label="Materials" class="flex min-w-0 flex-col px-4 py-3 sm:pl-6">
		<Tabs.Root bind:value={view} class="flex grow flex-col">
			<Tabs.List class="mb-2 flex flex-wrap gap-1" aria-label="Parts of the exercise">
				{#each Object.entries(VIEWS) as [value, word] (value)}<Tabs.Trigger
						{value}
						class="tool data-[state=active]:border-ink data-[state=active]:bg-ink data-[state=active]:text-paper"
						>{word}</Tabs.Trigger
					>{/each}
			</Tabs.List>
			<Tabs.Content value="brief" class="grid gap-3">
				<label class="grid gap-1"
					><span class="quiet">Title</span><input
						class="field"
						value={parts?.title ?? ""}
						readonly={!page.mine}
						oninput={(event) => desk.write(withPart(desk.source, "title", event.currentTarget.value))}
					/></label
				>
				<label class="grid gap-1"
					><span class="quiet">Brief, in Markdown</span><textarea
						class="field font-mono text-small"
						rows="9"
						readonly={!page.mine}
						value={parts?.brief ?? ""}
						oninput={(event) => desk.write(withPart(desk.source, "brief", event.currentTarget.value))}
					></textarea></label
				>
				{#if desk.doubts.length > 0}<ul class="border-l-[3px] border-rule-strong pl-3 text-small" aria-label="Warnings">
						{#each desk.doubts as doubt (doubt)}<li>{doubt}</li>{/each}
					</ul>{/if}
				<div>
					<span class="quiet">Preview for students</span>
					<div class="prose border-t border-rule pt-2">{@html briefHtml(parts?.brief ?? "")}</div>
				</div>
			</Tabs.Content>
			<Tabs.Content value="model" class="flex grow flex-col"
				><p class="quiet mb-1">The model draws the right solution. Students see it only if an assignment shows it.</p>
				<Editor
					name="Model"
					language={parts?.language ?? "nib"}
					source={model}
					lit={replay.lines}
					problems={report?.errors ?? []}
					remarks={report?.remarks ?? []}
					onwrite={(source) => desk.write(withPart(desk.source, "model", source))}
				/></Tabs.Content
			>
			<Tabs.Content value="starter" class="flex grow flex-col"
				><p class="quiet mb-1">The program that students start with. Leave it empty to start with an empty editor.</p>
				<Editor
					name="Starter"
					language={parts?.language ?? "nib"}
					source={parts?.starter ?? ""}
					onwrite={(source) => desk.write(withPart(desk.source, "starter", source))}
				/></Tabs.Content
			>
			<Tabs.Content value="settings"><SettingsFields {desk} /></Tabs.Content>
			<Tabs.Content value="programs"><TrialPrograms {desk} /></Tabs.Content>
			<Tabs.Content value="file"
				><FileEditor
					source={desk.source}
					problems={desk.problems}
					onwrite={(source) => desk.write(source)}
				/></Tabs.Content
			>
		</Tabs.Root>
	</section>
	<section aria-label="Drawing" class="min-w-0 border-t border-rule px-4 py-3 lg:border-t-0 lg:border-l">
		<Viewer
			picture={(report?.picture ?? blank) as never}
			figures={desk.measured}
			{lit}
			name={page.key}
			said={false}
			replaying={replay.replaying}
			onreplay={(on) =>
				replay.turn(on, { source: model, ...(parts && { language: parts.language, conditions: parts.conditions }) })}
			onpick={(figure) => desk.propose(figure)}
		/>
		<p class="quiet mt-2 min-h-9">
			{desk.picked === null
				? "Click a figure to add a criterion for it."
				: desk.measured.find((m) => m.index === desk.picked)?.sentence}
		</p>
		{#if desk.measured.length > 0}
			<ol class="max-h-40 overflow-auto text-small leading-snug" aria-label="Figures of the model">
				{#each desk.measured.slice(0, 60) as m (m.index)}<li>
						<button
							type="button"
							class="w-full border-b border-rule px-1 py-1 text-left"
							class:lit={desk.picked === m.index}
							onclick={() => desk.propose(m.index)}>{m.index + 1}. {m.sentence}</button
						>
					</li>{/each}
			</ol>
		{/if}
		{#if report?.errors[0]}<p class="mt-2 border-l-[3px] border-missed pl-3 text-small">
				The model, line {report.errors[0].line}: {report.errors[0].message}
			</p>{/if}
	</section>
	<section aria-label="Criteria" class="min-w-0 border-t border-rule px-4 py-3 sm:pr-6 lg:border-t-0 lg:border-l">
		{#if desk.proposing}
			<ProposalList {desk} />
		{:else}
			<div class="mb-2 flex min-h-8 flex-wrap items-center gap-2">
				<h2>Criteria, {counted(points, "point")}</h2>
				<span class="grow"></span>{#if page.mine}<button
						type="button"
						class="tool"
						disabled={desk.waitsForModel}
						onclick={() => desk.propose(null)}>Add criterion</button
					>{/if}
			</div>
			{#if desk.waitsForModel}<p class="mb-2 border-l-[3px] border-missed pl-3 text-small" role="status">
					The model has an error. Correct it to check the criteria.
				</p>{/if}
			{#if desk.problems.length > 0}
				<div role="alert" class="mb-2 border-l-[3px] border-missed py-0.5 pl-3 text-small">
					<p>The exercise file has an error:</p>
					<ul>
						{#each desk.problems.slice(0, 5) as p (p.path + p.message)}<li>
								line {p.line}, {p.path}: {p.message}
							</li>{/each}
					</ul>
				</div>
			{/if}
			<ul class={desk.waitsForModel ? "opacity-60" : ""}>
				{#each parts?.criteria ?? [] as c, i (c.id + i)}
					{@const found = desk.waitsForModel ? undefined : report?.criteria.find((r) => r.id === c.id)}
					{#if c.part !== (parts?.criteria[i - 1]?.part ?? "")}<li class="quiet mt-3 font-semibold">
							{c.part || OTHER_CRITERIA}
						</li>{/if}
					<li class="border-b border-rule py-1.5">
						<div class="grid grid-cols-[22px_1fr_auto] items-baseline gap-x-2">
							{#if found}<VerdictSign verdict={found.verdict} />{:else}<span aria-hidden="true" class="text-ink-faint"
									>–</span
								>{/if}
							<button
								type="button"
								class="text-left"
								aria-expanded={open === i}
								onclick={() => (open = open === i ? null : i)}><Words text={found?.asks ?? (c.says || c.id)} /></button
							>
							<input
								class="w-14 border border-rule-strong bg-sheet px-1 text-right font-mono text-small"
								type="number"
								min="0"
								step="0.25"
								aria-label="Points of {found?.asks ?? c.id}"
								value={c.points}
								readonly={!page.mine}
								onchange={(event) =>
									desk.write(withCriterionPart(desk.source, i, "points", Number(event.currentTarget.value)), true)}
							/>
						</div>
						{#if found && found.verdict !== "met"}<p class="quiet ml-7">
								The model: <Words text={found.sentence} />
							</p>{/if}
						{#if open === i}
							<CriterionFields {desk} criterion={c} index={i} />
							{#if page.mine}<div class="mt-2 ml-7">
									<button
										type="button"
										class="tool"
										onclick={() => {
											desk.write(withoutCriterion(desk.source, i), true);
											open = null;
											notes.say("Criterion removed.", { undo: () => desk.undo() });
										}}>Remove</button
									>
								</div>{/if}
						{/if}
					</li>
				{/each}
			</ul>
			<TriedView {desk} />
		{/if}
	</section>
</div>
<Ask bind:open={copying} title="Copy this exercise">
	<form onsubmit={copy} class="grid gap-3">
		<label class="grid gap-1"
			><span>Title of the copy</span><input class="field" bind:value={copyTitle} required maxlength="120" /></label
		>
		<p class="quiet">The copy belongs to you. Its id: {idFor(copyTitle) || "…"}.</p>
		<div><button class="button primary" disabled={idFor(copyTitle) === ""}>Copy exercise</button></div>
	</form>
</Ask>
<Ask open={desk.keeping.theirs !== undefined} title="There are two versions of this exercise" leave={false} wide>
	{#if desk.keeping.theirs}
		<p class="mb-3">Someone saved another version while you were working. Choose one; Undo brings back the other.</p>
		<div class="grid gap-3 md:grid-cols-2">
			{#each [["Your version", desk.source], ["Saved version", desk.keeping.theirs.source]] as [word, source] (word)}<div
					class="min-w-0"
				>
					<h3 class="font-semibold">{word}</h3>
					<pre
						class="max-h-[45vh] overflow-auto border border-rule-strong bg-sheet p-2 font-mono text-tiny">{source}</pre>
				</div>{/each}
		</div>
		<div class="mt-4 flex gap-3">
			<button type="button" class="button primary" onclick={() => desk.settle(true)}>Keep my version</button><button
				type="button"
				class="button"
				onclick={() => desk.settle(false)}>Use the saved version</button
			>
		</div>
	{/if}
</Ask>
