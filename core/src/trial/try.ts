import { namedColour, WHITE } from "../colour/colour.ts";
import { askedAndFound } from "../exercise/brief-words.ts";
import { programRunOf } from "../exercise/program-run-of.ts";
import { modelOf, starterOf } from "../exercise/programs.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { sentenceOf } from "../exercise/student-copy.ts";
import { edited } from "../languages/edited.ts";
import type { Languages } from "../languages/language.ts";
import { NIB_ALONE } from "../languages/nib/nib.ts";
import type { Loses } from "../languages/rewritten.ts";
import { optionsOf } from "../marking/checks/index.ts";
import { type JudgedCriterion, judge, type Marked } from "../marking/judge.ts";
import { type CriterionOrGroup, innerOf } from "../marking/marking-spec.ts";
import { waitsForSomeone } from "../marking/points.ts";
import type { ProgramRun } from "../marking/scene.ts";

import type { Selector } from "../marking/selector.ts";
import type { Change } from "../mistakes/change.ts";
import { MISTAKES } from "../mistakes/index.ts";
import { DEFAULT_SHEET, sheetBounds } from "../tape/layout.ts";
import type { Free, Trial, TrialProblem, Tried, TriedAlteration, TriedRewriting } from "../trial-report.ts";
import { doubtsOf } from "./doubts.ts";
import { isRight } from "./is-right.ts";
import { looksOf } from "./looks.ts";
import { rewritingsOf, WRITERS } from "./rewrite/index.ts";
import type { PictureFigure } from "./rewrite/picture-figures.ts";

/** Alterations that are tried of one kind at most. */
const MAX_OF_KIND = 4;

const UNTRIED = new Set(["by teacher", "own work", "answer"]);

/** Runs and judges programs of one exercise, in the language of its model. */
class Bench {
	readonly file: ExerciseFile;
	private readonly languages: Languages;

	constructor(file: ExerciseFile, languages: Languages) {
		this.file = file;
		this.languages = languages;
	}

	run(source: string): ProgramRun {
		const { language } = modelOf(this.file);
		return programRunOf({ source, language }, this.file, { languages: this.languages });
	}

	judge(source: string): { readonly run: ProgramRun; readonly marked: Marked } {
		const run = this.run(source);
		return { run, marked: judge(run) };
	}
}

/** Whether a criterion can't be tried: a person judges it, or it looks at a student's own earlier work. */
function isUntried(asked: CriterionOrGroup): boolean {
	if (!("check" in asked) || asked.check === undefined) return innerOf(asked).some(isUntried);
	if (UNTRIED.has(asked.check)) return true;
	const measured = optionsOf(asked, "measure");
	if ((measured?.["less than"] ?? measured?.["more than"])?.in === "own last") return true;
	const to = optionsOf(asked, "likeness")?.to;
	if (to !== undefined) return to === "own last try" || typeof to === "object";
	return optionsOf(asked, "code")?.statements?.["fewer than"] === "own last";
}

/** The criteria that aren't met; what waits for a person isn't missed. */
function missedIn({ judged }: Marked, untried: ReadonlySet<string>): Marked["judged"] {
	return judged.filter((j) => !untried.has(j.criterion.id) && j.score.verdict !== "met" && !waitsForSomeone(j));
}

function triedOf(marked: Marked, untried: ReadonlySet<string>): Tried {
	const counted = marked.judged.filter((j) => !untried.has(j.criterion.id));
	return {
		earned: counted.reduce((sum, j) => sum + j.score.points, 0),
		possible: counted.reduce((sum, j) => sum + (j.criterion.bonus ? 0 : j.criterion.points), 0),
		missed: missedIn(marked, untried).map((j) => j.criterion.id),
	};
}

/** What of the source a criterion looks at, so that a program that loses it can't be asked. */
function leansOn(asked: CriterionOrGroup): readonly Loses[] {
	if (!("check" in asked) || asked.check === undefined) return innerOf(asked).flatMap(leansOn);
	const leans: Loses[] = [];
	if (["code", "path", "runs", "what if", "movement"].includes(asked.check)) leans.push("source");
	if (asked.check === "what if") leans.push("names");
	if ("colour written as" in asked || "calculation" in asked || "written" in asked) leans.push("writing");
	if (asked.check === "position" && ["start", "end"].includes((asked as { anchor?: string }).anchor ?? ""))
		leans.push("source");
	const text = JSON.stringify(asked);
	if (text.includes('"by routine"') || text.includes('"by variable"')) leans.push("source");
	if (
		asked.check === "order" ||
		text.includes('"first drawn"') ||
		text.includes('"in drawing order"') ||
		text.includes('"drawn"')
	)
		leans.push("order");
	return leans;
}

/** Whether a wanted figure is identified by its drawing order. */
const byOrder = (of: Selector) => of.drawn !== undefined;

/**
 * Tries an exercise: its model, programs that should earn nothing, changed models and rewritten ones. Deterministic.
 */
export function tryExercise(file: ExerciseFile, languages: Languages = NIB_ALONE): Trial {
	const bench = new Bench(file, languages);
	const untried = new Set(file.criteria.filter(isUntried).map((c) => c.id));
	const { run, marked } = bench.judge(modelOf(file).source);
	const model = triedOf(marked, untried);
	const nothing = nothings(file).map(({ id, source }) => {
		const { marked: other } = bench.judge(source);
		const earning = other.judged.filter((j) => j.score.points > 0).map((j) => j.criterion.id);
		return { id, earns: earning, ...triedOf(other, untried) };
	});
	const begun = starterOf(file, modelOf(file).language);
	const starter = begun === undefined ? null : triedOf(bench.judge(begun.source).marked, untried);
	const wrong = problemsOf(file, { run, model, marked, untried }, nothing, starter);
	const modelOnly = wrong.some(({ code }) => code.startsWith("model-"));
	const alterations = modelOnly ? [] : altered(bench, run, untried);
	const counted = alterations.filter((a) => a.free === null);
	const rewritings = modelOnly ? [] : rewritten(bench, run, marked, untried);
	return {
		model,
		untried: [...untried],
		nothing,
		starter,
		alterations,
		strength: counted.length === 0 ? null : counted.filter((a) => a.missed.length > 0).length / counted.length,
		rewritings,
		fairness: rewritings.length === 0 ? null : rewritings.filter((r) => r.lost.length === 0).length / rewritings.length,
		modelOnly,
		wrong,
		doubts: doubtsOf(file, run),
	};
}

interface TriedModel {
	readonly run: ProgramRun;
	readonly model: Tried;
	readonly marked: Marked;
	readonly untried: ReadonlySet<string>;
}

function problemsOf(
	{ criteria }: ExerciseFile,
	{ run, model, marked, untried }: TriedModel,
	nothing: Trial["nothing"],
	starter: Tried | null,
): TrialProblem[] {
	const wrong: TrialProblem[] = [];
	if (!run.program.isReadable)
		return [{ code: "model-unreadable", of: run.program.read.problems.slice(0, 1).map((p) => String(p.place.line)) }];
	if (run.run && run.run.ended !== "whole")
		wrong.push({ code: "model-stops", of: [String(run.run.problem?.place.line ?? 0)] });
	if (model.missed.length > 0)
		wrong.push({
			code: "model-misses",
			of: model.missed,
			criteria: missedIn(marked, untried).map((j) => askedAndFound(j, j.score.verdict)),
		});
	for (const { id, earns } of nothing)
		if (earns.length > 0)
			wrong.push({
				code: "nothing-earns",
				of: [id, ...earns],
				criteria: criteria.filter((c) => earns.includes(c.id)).map((c) => ({ asks: sentenceOf(c), found: "" })),
			});
	if (starter && starter.possible > 0 && starter.earned >= starter.possible)
		wrong.push({ code: "starter-full", of: [] });
	return wrong;
}

/** Programs that draw nothing of what is asked for, in the model's language. */
function nothings(file: ExerciseFile): { id: Trial["nothing"][number]["id"]; source: string }[] {
	const sheet = file.sheet ?? DEFAULT_SHEET;
	const { left, right, low, high } = sheetBounds(sheet);
	const writer = WRITERS[modelOf(file).language];
	if (writer) {
		const { width, height } = sheet;
		// A shape, however small, would be one that some exercise asks for.
		const dot: PictureFigure = {
			form: "text",
			words: ".",
			at: [width / 3, (2 * height) / 3],
			size: 8,
			turned: 0,
			fill: 0x000000ff,
			ink: -1,
			width: 0,
		};
		return [
			{ id: "empty program", source: writer.program(sheet, WHITE, []) },
			{ id: "one dot", source: writer.program(sheet, WHITE, writer.placed(dot)) },
			{ id: "painted sheet", source: writer.program(sheet, namedColour("crimson") as number, []) },
		];
	}
	return [
		{ id: "empty program", source: "" },
		{ id: "one dot", source: `dot at ${(left + right) / 2}, ${(low + high) / 2} size 4\n` },
		{
			id: "painted sheet",
			source: `fill crimson\npen none\nrect corner ${left}, ${low} size ${right - left}, ${high - low}\n`,
		},
	];
}

/** Every alteration that changes what is seen, a few of each kind, with what it earns. */
function altered(bench: Bench, run: ProgramRun, untried: ReadonlySet<string>): TriedAlteration[] {
	if (!run.program.isReadable) return [];
	const { file } = bench;
	const free = new Set<Free>([file.free ?? []].flat());
	const world = { sheet: run.sheet, far: Math.max(28, 6 * file.tolerance.position) };
	const looks = looksOf(run);
	const tried: TriedAlteration[] = [];
	const { source, sites } = run.program.read;
	for (const { id, changes, make } of MISTAKES) {
		let taken = 0;
		for (const change of spread([...(make?.(sites, world) ?? [])])) {
			if (taken >= MAX_OF_KIND) break;
			const wrong = edited(source, change.edits);
			const other = bench.run(wrong);
			if (!other.program.isReadable || looksOf(other) === looks) continue;
			taken++;
			const outcome = triedOf(judge(other), untried);
			const left = outcome.missed.length > 0 ? undefined : changes.find((c) => free.has(c));
			tried.push({ id, line: change.at.line, source: wrong, free: left ?? null, ...outcome });
		}
	}
	return tried;
}

/** First, last and middle ones before the others, so that a few stand for all. */
function spread(all: readonly Change[]): readonly Change[] {
	if (all.length <= MAX_OF_KIND) return all;
	const at = (share: number) => all[Math.round(share * (all.length - 1))] as Change;
	return [...new Set([at(0), at(1), at(1 / 3), at(2 / 3), ...all])];
}

/** The model drawn otherwise, with the criteria that took points though they could have been asked. */
function rewritten(bench: Bench, run: ProgramRun, marked: Marked, untried: ReadonlySet<string>): TriedRewriting[] {
	if (!run.program.isReadable) return [];
	const { file } = bench;
	const asked = marked.judged.filter((j) => !untried.has(j.criterion.id) && j.score.verdict === "met");
	const ordered = Object.values(file.figures).some(byOrder) || file.criteria.some((c) => leansOn(c).includes("order"));
	const tried: TriedRewriting[] = [];
	for (const { id, loses, source } of rewritingsOf(run)) {
		if (loses.includes("order") && ordered) continue;
		const other = bench.judge(source);
		// A statement that the exercise leaves out is no other way to draw the same.
		if (other.run.program.read.problems.some((p) => p.code === "statement-left-out")) continue;
		// Nor is what draws something else by more than the exercise lets things be off.
		if (other.run.program.isReadable && !isRight(run, other.run, file.tolerance)) continue;
		const lost = asked.filter(
			(j) => !leansOn(j.criterion).some((l) => loses.includes(l)) && isLess(j, other.marked.judged),
		);
		tried.push({ id, source, lost: other.run.program.isReadable ? lost.map((j) => j.criterion.id) : ["unreadable"] });
	}
	return tried;
}

function isLess(before: JudgedCriterion, after: Marked["judged"]): boolean {
	const now = after.find((j) => j.criterion.id === before.criterion.id);
	// What only forbids waits for what asks: it isn't lost of itself where that has been lost with the source.
	return now !== undefined && now.score.verdict !== "met" && !(now.forbids && now.score.verdict === "not-judged");
}
