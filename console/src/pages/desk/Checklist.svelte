<script lang="ts">
	import type { ReportBody } from "@markpen/contract";
	import Explanations from "../../parts/Explanations.svelte";
	import { explanations } from "../../state/hand-in/explained.ts";
	import VerdictSign from "../../parts/VerdictSign.svelte";
	import Words from "../../parts/Words.svelte";
	import type { Desk } from "../../state/desk/desk.svelte.ts";
	import type { Pointed } from "../../state/sheet/pointing.ts";
	import { underHeadings } from "../../state/desk/headings.ts";
	import { termsIn } from "../../state/site/terms.ts";

	interface Props {
		desk: Desk;
		lit: ReadonlySet<string>;
		onpoint: (at: Pointed) => void;
		/** Goes to a figure of the drawing, or to a line of the program. */
		ongo: (to: { readonly figure: number } | { readonly line: number }) => void;
	}
	/** The criteria with the student's own ticks, and the results of the last check or hand-in. */
	const { desk, lit, onpoint, ongo }: Props = $props();
	const { exercise } = $derived(desk.work);
	const { found } = $derived(desk);
	const verdicts = $derived(
		new Map<string, ReportBody["criteria"][number]>(found?.report.criteria.map((c) => [c.id, c])),
	);
	const old = $derived(found !== undefined && found.source !== desk.draft.source);
	/** Figures and lines are of the drawing that is seen. */
	const placed = $derived(found !== undefined && found.source === desk.run.source);
	const questions = $derived(
		exercise.criteria.filter((c) => c.ask && (c.ask.when === "before running" || desk.run.count > 0)),
	);
	/** Words that are explained before each criterion, in the order in which they are read. */
	const groups = $derived(underHeadings(exercise.criteria));
	const read = $derived(groups.flatMap((g) => g.criteria));
	const explained = $derived(
		new Map(read.map((c, i) => [c.id, termsIn(exercise.brief, ...read.slice(0, i).map((before) => before.sentence))])),
	);
	const places = (c: ReportBody["criteria"][number]) => [
		...c.figures.slice(0, 4).map((figure) => ({ figure })),
		...c.lines.slice(0, 4).map((line) => ({ line })),
	];
	const figureNumber = (index: number) => (desk.run.drawn?.figures.findIndex((f) => f.index === index) ?? -1) + 1;
</script>

{#if questions.length > 0}
	<h2 class="mb-1">Questions</h2>
	<ul class="mb-3">
		{#each questions as c (c.id)}
			<li class="mb-2">
				<label class="grid gap-1"
					><span
						>{c.ask?.question}
						<span class="quiet"
							>{c.ask?.when === "before running" && desk.run.count === 0 ? "before you run it" : ""}</span
						></span
					><textarea
						class="field"
						rows="2"
						maxlength="2000"
						value={desk.draft.answers[c.id]?.words ?? ""}
						oninput={(event) => desk.answer(c.id, event.currentTarget.value)}></textarea></label
				>
			</li>
		{/each}
	</ul>
{/if}
{#if !desk.handIn.result?.report && desk.checks.checked && !old}<div class="mb-3">
		<Explanations
			title="Where to look"
			said={explanations(desk.checks.checked.report)}
			onpoint={(index) => onpoint(index === null ? null : { on: "explanation", index })}
		/>
	</div>{/if}
<h2 class="mb-1">Checklist</h2>
{#if exercise.criteria.length === 0}<p class="quiet">You will see the checklist after you hand in.</p>
{:else if found && !old && found.report.criteria.length === 0}<p class="quiet" role="status">
		Checked. Your teacher will show you the results later.
	</p>{/if}
{#each groups as group (group.heading)}
	{#if group.heading}<h3 class="quiet mt-3 font-semibold">{group.heading}</h3>{/if}
	<ul>
		{#each group.criteria as c (c.id)}
			{@const result = verdicts.get(c.id)}
			{@const hints = desk.checks.hints[c.id] ?? []}
			<li
				class="grid grid-cols-[20px_22px_1fr_auto] gap-x-1.5 border-b border-rule py-1.5"
				class:lit={lit.has(c.id)}
				data-criterion={c.id}
				data-verdict={result?.verdict}
				onpointerenter={() => onpoint({ on: "criterion", id: c.id })}
				onpointerleave={() => onpoint(null)}
				onfocusin={() => onpoint({ on: "criterion", id: c.id })}
				onfocusout={() => onpoint(null)}
			>
				<input
					type="checkbox"
					class="mt-1 size-4 self-start"
					aria-label="I think this is done: {c.sentence}"
					checked={desk.draft.ticks.has(c.id)}
					onchange={() => desk.draft.tick(c.id)}
				/>
				<span class={old ? "opacity-50" : ""}
					>{#if result}<VerdictSign verdict={result.verdict} />{:else}<span aria-hidden="true" class="text-ink-faint"
							>–</span
						>{/if}</span
				>
				<span><Words text={c.sentence} explained={explained.get(c.id)} /></span>
				<span class="font-mono text-small text-ink-soft"
					>{result && result.points !== null ? `${result.points}/` : ""}{c.points}</span
				>
				{#if result && result.verdict !== "met"}<span class="quiet col-span-2 col-start-3"
						><Words text={result.sentence} /></span
					>{/if}
				{#if result && placed && places(result).length > 0}
					<span
						class="quiet col-span-2 col-start-3 flex-wrap gap-x-2 {result.verdict === 'met'
							? 'sr-only focus-within:not-sr-only focus-within:flex'
							: 'flex'}"
						>{#each places(result) as to (JSON.stringify(to))}{#if "line" in to}<button
									type="button"
									class="min-h-[24px] min-w-[24px] underline"
									aria-label="Line {to.line}, of: {c.sentence}"
									onclick={() => ongo(to)}>line {to.line}</button
								>{:else if figureNumber(to.figure) > 0}<button
									type="button"
									class="min-h-[24px] min-w-[24px] underline"
									aria-label="Figure {figureNumber(to.figure)}, of: {c.sentence}"
									onclick={() => ongo(to)}>figure {figureNumber(to.figure)}</button
								>{/if}{/each}</span
					>
				{/if}
				{#each hints as hint, n (n)}<span class="col-span-2 col-start-3 text-small leading-snug" data-hint={c.id}
						>Hint{hints.length > 1 ? ` ${n + 1}` : ""}: <Words text={hint} explained={new Set()} /></span
					>{/each}
				{#if c.hint && desk.run.count > 0 && result?.verdict !== "met" && (hints.length === 0 || desk.checks.more.has(c.id))}<span
						class="col-span-2 col-start-3"
						><button
							type="button"
							class="quiet min-h-[24px] min-w-[24px] underline"
							aria-label="{hints.length === 0 ? 'A hint' : 'Another hint'} for: {c.sentence}"
							onclick={() => desk.hint(c.id)}>{hints.length === 0 ? "A hint" : "Another hint"}</button
						></span
					>{/if}
			</li>
		{/each}
	</ul>
{/each}
{#if old}<p class="quiet mt-1">These results are from your last check. The program has changed since then.</p>{/if}
