import type { Edit, ProgramSites, Span } from "../languages/sites.ts";
import type { Aspect } from "../marking/aspects.ts";
import { checkOf } from "../marking/checks/index.ts";
import { type JudgedCriterion, judgeSome, type Marked } from "../marking/judge.ts";
import { type CriterionOrGroup, innerOf } from "../marking/marking-spec.ts";
import { creditOf, type Score, scores } from "../marking/points.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { nibSites } from "../nib/sites/nib-sites.ts";
import { type Change, SORTS, type Sort } from "./change.ts";
import { drawnSum } from "./drawn-sum.ts";
import { edited } from "./edits.ts";
import { MISTAKES } from "./index.ts";
import { likelihood } from "./likelihood.ts";
import { Look } from "./look.ts";
import { ABOUT, type Mistake } from "./mistake.ts";
import { misfit, paired } from "./pairs.ts";
import { canBeSearched } from "./searchable.ts";
import { dependences } from "./where.ts";

/** A mistake that is proved: with it mended, what was missed is met, and nothing that was met is lost. */
export interface Cause {
	readonly mistake: Mistake;
	/** Where to look, in the program as it was handed in. */
	readonly at: Span;
	readonly also: readonly Span[];
	/** Whether it is one of these places, and nothing says which; else it is all of them. */
	readonly either: boolean;
	/** The criteria that the mend meets, or from which it earns more, with what it earns. */
	readonly regains: readonly Regained[];
	readonly points: number;
	/** What is written there, and what the mend writes in its place. */
	readonly was: string;
	readonly now: string;
	readonly sort: Sort;
	/** The program with this mistake mended, and those found before it. */
	readonly mended: string;
}

export interface Regained {
	readonly id: string;
	/** Points that it earns more. */
	readonly points: number;
	readonly met: boolean;
}

export interface CauseSearch {
	readonly own: ProgramRun;
	readonly marked: Marked;
	/** Reads and runs another program of the same hand-in. @param steps that the run may make at the most */
	readonly again: (source: string, steps: number) => ProgramRun;
	/** What the search for each cause may cost: about as many runs of a small program. */
	readonly cost?: number;
	/** Sees what was tried, for measuring: how many mends of each mistake, and the best. */
	readonly watch?: (tried: readonly Tried[], best: Tried | undefined) => void;
}

/** A mend that was tried: of which mistake, and the how manieth of it. */
export interface Tried {
	readonly id: string;
	readonly ordinal: number;
}

type Judgements = Pick<Marked, "judged">;

/** Causes found in one program at the most. */
const MAX_CAUSES = 3;
/** What the search for one cause may cost: about as many runs of a small program. */
const MAX_COST = 900;
/** How likely a mend outside what the missed criteria depend on is, beside one within. */
const FAR = 0.1;
/** How likely a mistake that is about something else than what was missed is, beside one about that. */
const UNLIKE = 0.1;
/** Mends that it must be possible to run, so that a search is begun. */
const FEWEST = 20;
/** Candidates of one mistake in one search. */
const MAX_OF_MISTAKE = 160;

/**
 * The causes of what a program misses: the program is changed at one site at a time, run and judged again. Counted in
 * runs and steps, never by the clock: the same hand-in has the same causes everywhere.
 */
export function causesOf({ own, marked, again, cost = MAX_COST, watch }: CauseSearch): Cause[] {
	const model = own.reference("model");
	if (!own.program.checked || !model?.program.checked || own.program.steps.length === 0) return [];
	const causes: Cause[] = [];
	const purse = new Purse(own, again, cost);
	let [run, result]: [ProgramRun, Judgements] = [own, marked];
	while (causes.length < MAX_CAUSES) {
		if (purse.isEmpty) break;
		const round = new Round(run, result, model, purse);
		const best = round.best();
		watch?.(round.tried, best);
		if (!best) break;
		const { source } = run.program;
		const before = causes.at(-1)?.mended ?? source;
		causes.push({
			mistake: best.mistake,
			at: original(own.program.source, before, best.change.at),
			also: best.also.map((span) => original(own.program.source, before, span)),
			either: best.either,
			regains: best.regains,
			points: best.points,
			was: best.change.was,
			now: best.change.now,
			sort: best.change.sort,
			mended: best.source,
		});
		[run, result] = [best.run, best.marked];
		purse.refill();
	}
	return believable(causes, marked, result, model);
}

/**
 * The causes without those that only change a number, where all together regain less than half of what was lost: some
 * number or other always earns a little.
 */
function believable(causes: Cause[], before: Judgements, after: Judgements, model: ProgramRun): Cause[] {
	const lost = ({ judged }: Judgements) =>
		judged
			.filter((j) => !j.judgement.waits && canBeSearched(j.criterion, model))
			.reduce((sum, j) => sum + j.criterion.points - j.score.points, 0);
	return lost(after) * 2 <= lost(before) ? causes : causes.filter((c) => !isNumber(c.sort));
}

const isNumber = (sort: Sort) => sort === "evidence" || sort === "other number";

/** A span of a program that was mended before, in the program as it was handed in. */
function original(source: string, mended: string, span: Span): Span {
	if (source === mended) return span;
	let same = 0;
	while (same < source.length && source[same] === mended[same]) same++;
	let end = 0;
	const room = Math.min(source.length, mended.length) - same;
	while (end < room && source.at(-1 - end) === mended.at(-1 - end)) end++;
	const moved = (at: number) => {
		if (at <= same) return at;
		return at >= mended.length - end ? at + source.length - mended.length : Math.min(at, source.length - end);
	};
	const [start, stop] = [moved(span.start), moved(span.end)];
	const lines = source.slice(0, start).split("\n");
	return { start, end: Math.max(start, stop), line: lines.length, column: (lines.at(-1)?.length ?? 0) + 1 };
}

/** What running a program costs, beside a small one. */
const costOf = ({ program, run, tape }: ProgramRun): number =>
	program.checked ? 1 + (run?.steps ?? 0) / 4000 + tape.length / 1000 : 0.25;

/** Whether a program runs so long that only a few mends could be tried: it isn't searched. */
export const isTooLong = (run: ProgramRun, cost = MAX_COST) => costOf(run) * FEWEST > cost;

/** What is left to spend on runs and judging. */
class Purse {
	private left: number;
	private readonly cost: number;
	private readonly again: CauseSearch["again"];
	private readonly steps: number;

	constructor(own: ProgramRun, again: CauseSearch["again"], cost: number) {
		this.cost = cost;
		this.left = cost;
		this.again = again;
		const steps = own.run?.steps ?? 0;
		this.steps = steps + Math.min(3 * steps, 200_000) + 20_000;
		if (isTooLong(own, cost)) this.left = 0;
	}

	/** Gives the next search as much as the first had. */
	refill(): void {
		this.left = this.cost;
	}

	get isEmpty(): boolean {
		return this.left <= 0;
	}

	/** Runs a changed program; undefined where it can't be read, or nothing is left to run it. */
	run(source: string): ProgramRun | undefined {
		if (this.isEmpty) return undefined;
		const run = this.again(source, this.steps);
		this.left -= costOf(run);
		return run.program.checked ? run : undefined;
	}

	/** What comparing a run with the model's costs: its figures, at a few moments. */
	compared(run: ProgramRun, moments: number): void {
		const { length } = run.tape;
		// Where nothing covers the frames before, all of their figures are there.
		const trail = moments > 1 ? run.scene.drawing.figures.length : 0;
		this.left -= 0.2 * moments + length / (moments > 1 ? 1500 : 300) + trail / 10;
	}

	/** What judging a run costs. @param weight of a criterion, or of all of them */
	judged(run: ProgramRun, weight: number): void {
		const { program, spec } = run;
		const runs = program.usesChance && spec.seeds.length > 1 ? spec.seeds.length : 1;
		this.left -= weight * (0.1 + (run.run?.frames ?? 0) / 160) + (runs - 1) * 0.4;
	}
}

interface Candidate extends Tried {
	readonly mistake: Mistake;
	readonly change: Change;
	readonly source: string;
	readonly likely: number;
}

interface Accepted extends Candidate {
	readonly run: ProgramRun;
	readonly marked: Judgements;
	readonly regains: readonly Regained[];
	readonly points: number;
	readonly also: readonly Span[];
	readonly either: boolean;
	/** The checksum of what is drawn with it. */
	readonly drawn: string;
	/** How far its drawing is from the model's. */
	readonly off: number;
}

/**
 * Whether a mend may prove something about criteria that only forbid: never a number changed a little.
 */
const mendsForbidden = ({ change }: Candidate) => !isNumber(change.sort);

/** One search for the best mend of a program. */
class Round {
	private readonly run: ProgramRun;
	private readonly marked: Judgements;
	private readonly model: ProgramRun;
	private readonly purse: Purse;
	private readonly before: ReadonlyMap<string, JudgedCriterion & { readonly score: Score }>;
	/** The criteria that a mend may regain. */
	private readonly missed: readonly CriterionOrGroup[];
	/** The other criteria, those that cost least first. */
	private readonly others: readonly CriterionOrGroup[];
	/** Points that the missed criteria lack. */
	private readonly lost: number;
	/** Whether a mend that draws the same can regain something. */
	private readonly bySource: boolean;
	readonly tried: Tried[] = [];
	/** How far the drawing is from the model's, where things move. */
	private readonly off: number;

	constructor(run: ProgramRun, marked: Judgements, model: ProgramRun, purse: Purse) {
		this.run = run;
		this.marked = marked;
		this.model = model;
		this.purse = purse;
		this.before = new Map(marked.judged.map((j) => [j.criterion.id, j]));
		this.missed = marked.judged
			.filter((j) => j.score.verdict !== "met" && !j.judgement.waits && creditOf(j) < 1 - 1e-9)
			.map((j) => j.criterion)
			.filter((criterion) => canBeSearched(criterion, model))
			.sort((a, b) => weightOf(a) - weightOf(b));
		this.off = model.framesAsked === 0 ? 0 : misfit(paired(run, model));
		this.lost = this.missed.reduce((sum, c) => sum + c.points - (this.before.get(c.id)?.score.points ?? 0), 0);
		this.others = run.spec.criteria.filter((c) => !this.missed.includes(c)).sort((a, b) => weightOf(a) - weightOf(b));
		this.bySource = this.missed.some((c) => aspectsOf(c).includes("source"));
	}

	best(): Accepted | undefined {
		if (this.missed.length === 0) return undefined;
		const accepted: Accepted[] = [];
		const seen = new Set([drawnSum(this.run.tape)]);
		let most = 0;
		for (const candidate of this.candidates()) {
			if (this.purse.isEmpty) break;
			this.tried.push(candidate);
			const run = this.purse.run(candidate.source);
			if (!run?.run || run.run.ended === "clock") continue;
			const sum = drawnSum(run.tape);
			if (!this.bySource && seen.has(sum)) continue;
			if (!this.comesNearer(run)) {
				seen.add(sum);
				continue;
			}
			const one = this.accepted(candidate, run, most);
			// What regained something is judged again under another name: the more particular one counts.
			if (!one) seen.add(sum);
			else {
				accepted.push(one);
				most = Math.max(most, one.points);
			}
		}
		return decided(accepted);
	}

	/**
	 * Whether what moves comes nearer to the model's drawing, in a few of its frames: judging all frames costs much. What
	 * doesn't move is judged at once.
	 */
	private comesNearer(run: ProgramRun): boolean {
		this.purse.compared(run, 1);
		if (this.model.framesAsked === 0 || this.bySource) return true;
		this.purse.compared(run, 5);
		return misfit(paired(run, this.model)) < this.off - 1e-6;
	}

	/** A candidate with what it regains; undefined where that is nothing, or less than another one does. */
	private accepted(candidate: Candidate, run: ProgramRun, most: number): Accepted | undefined {
		const judged = this.judged(run, most);
		if (!judged) return undefined;
		const results = scores(judged);
		const regains: Regained[] = [];
		let points = 0;
		let asks = false;
		for (const [i, j] of judged.entries()) {
			const { id } = j.criterion;
			const [was, now] = [this.before.get(id)?.score, results[i]];
			if (!was || !now) return undefined;
			if ((was.verdict === "met" && now.verdict !== "met") || now.points < was.points - 1e-9) return undefined;
			if (!canBeSearched(j.criterion, this.model)) continue;
			const met = now.verdict === "met" && was.verdict !== "met";
			if (!met && now.points <= was.points + 1e-9) continue;
			regains.push({ id, points: now.points - was.points, met });
			points += now.points - was.points;
			asks ||= !j.forbids;
		}
		if (candidate.change.whole && this.missed.some((c) => !regains.some((r) => r.id === c.id && r.met)))
			return undefined;
		// Some number or other always earns a little.
		if (isNumber(candidate.change.sort) && points * MAX_CAUSES < this.lost - 1e-9) return undefined;
		if (regains.length === 0 || points < most - 1e-9 || (!asks && !mendsForbidden(candidate))) return undefined;
		const also = candidate.change.also ?? [];
		const off = misfit(paired(run, this.model));
		const marked = { judged: judged.map((j, i) => ({ ...j, score: results[i] as Score })) };
		return { ...candidate, run, marked, regains, points, also, either: false, off, drawn: drawnSum(run.tape) };
	}

	/**
	 * All criteria of a changed program judged, the missed ones first: undefined once it is sure that they regain nothing,
	 * or less than the best so far, and as soon as one that was met is lost.
	 */
	private judged(run: ProgramRun, most: number): JudgedCriterion[] | undefined {
		const known = new Map<string, JudgedCriterion>();
		const judgeOne = (criterion: CriterionOrGroup) => {
			this.purse.judged(run, weightOf(criterion));
			const judged = judgeSome(run, [criterion])[0] as JudgedCriterion;
			known.set(criterion.id, judged);
			return judged;
		};
		let sum = 0;
		let left = this.missed.reduce((all, c) => all + Math.max(c.points, 0.01), 0);
		for (const criterion of this.missed) {
			const was = this.before.get(criterion.id);
			const worth = Math.max(criterion.points, 0.01);
			left -= worth;
			sum += Math.max(0, creditOf(judgeOne(criterion)) - (was ? creditOf(was) : 0)) * worth;
			// Rounding to quarter points may add a little to each.
			if (sum + left < most - 0.25 * this.missed.length) return undefined;
		}
		if (sum <= 1e-9) return undefined;
		for (const criterion of this.others) {
			const was = this.before.get(criterion.id);
			if (was?.score.verdict === "met" && creditOf(judgeOne(criterion)) < 1 - 1e-9) return undefined;
		}
		return run.spec.criteria.map((criterion) => known.get(criterion.id) ?? judgeOne(criterion));
	}

	/** Every mend that is tried, the likeliest first. */
	private candidates(): Candidate[] {
		const { run, model, purse } = this;
		const { source, steps } = run.program;
		const sites = nibSites(source, steps);
		const moments = paired(run, model);
		const again = (text: string) => purse.run(text);
		const look = new Look(sites, { own: run, model, moments, again });
		const near = this.near(sites, look);
		const missed = new Set(this.missed.flatMap(aspectsOf));
		const fits = ({ family }: Mistake) => (ABOUT[family].some((a) => missed.has(a)) ? 1 : UNLIKE);
		const byText = new Map<string, Candidate>();
		for (const [pass, here] of [near, others(sites, near)].entries()) {
			const at = look.at(here);
			for (const mistake of MISTAKES) {
				let made = 0;
				for (const change of mistake.mend?.(at) ?? []) {
					if (++made > MAX_OF_MISTAKE) break;
					const text = changedSource(source, change.edits);
					if (text === undefined || text === source) continue;
					const chance = likelihood(mistake.id, made) * (pass === 0 ? 1 : FAR) * fits(mistake) * (change.likelier ?? 1);
					const known = byText.get(text);
					const likely = Math.max(chance, known?.likely ?? 0);
					if (!known || nameOrder(change, mistake) < nameOrder(known.change, known.mistake))
						byText.set(text, { mistake, change, source: text, likely, id: mistake.id, ordinal: made });
					else byText.set(text, { ...known, likely });
				}
			}
		}
		return [...byText.values()].sort((a, b) => b.likely - a.likely);
	}

	/** The sites on which what was missed depends. */
	private near(sites: ProgramSites, look: Look): ProgramSites {
		const { run, marked } = this;
		const { figures } = run.drawing;
		const ids = new Set(this.missed.map((c) => c.id));
		const failing = marked.judged.filter((j) => ids.has(j.criterion.id)).map((j) => j.judgement);
		const indices = new Set(failing.flatMap((j) => [...j.figures, ...j.findings.flatMap((f) => f.figure ?? [])]));
		const lines = failing.flatMap((j) => j.findings.flatMap((f) => f.lines ?? []));
		const extra = look.moments.flatMap((m) => m.extra);
		const drawn = [...[...indices].flatMap((i) => figures[i] ?? []), ...extra];
		const found = dependences(sites, run.tape, drawn, lines);
		return found.size === 0 ? sites : part(sites, (statement) => found.has(statement));
	}
}

/** Checks that run the program again, or look at all of its frames. */
const HEAVY = new Set(["runs", "what if", "movement", "code"]);

/** Checks that look at how much of a figure is seen. */
const SEEN = new Set(["visible", "likeness", "sheet", "order"]);

/** What judging a criterion costs, beside one that looks at a figure. */
const weightOf = (asked: CriterionOrGroup): number =>
	("check" in asked && asked.check !== undefined ? [asked] : innerOf(asked)).reduce(
		(sum, c) => sum + (HEAVY.has(c.check) || c.when === "every frame" ? 25 : SEEN.has(c.check) ? 4 : 1),
		0,
	);

const aspectsOf = (asked: CriterionOrGroup): readonly Aspect[] =>
	("check" in asked && asked.check !== undefined ? [asked] : innerOf(asked)).flatMap((c) => checkOf(c.check).about(c));

/** The order of two names for the same mend: the more particular first. */
const nameOrder = ({ sort }: Change, mistake: Mistake) => SORTS.indexOf(sort) * 1000 + MISTAKES.indexOf(mistake);

/** A source with edits made; undefined where they can't be made together. */
function changedSource(source: string, edits: readonly Edit[]): string | undefined {
	const sorted = [...edits].sort((a, b) => a.start - b.start || a.end - b.end);
	if (sorted.some((e, i) => i > 0 && e.start < (sorted[i - 1] as Edit).end)) return undefined;
	return edited(source, sorted);
}

/** The sites of some statements, and the gaps beside them. */
function part(sites: ProgramSites, isIn: (statement: number) => boolean): ProgramSites {
	const of = <T extends { readonly statement: number }>(all: readonly T[]) => all.filter((s) => isIn(s.statement));
	return {
		...sites,
		values: of(sites.values),
		numbers: of(sites.numbers),
		names: of(sites.names),
		words: of(sites.words),
		pairs: of(sites.pairs),
		operators: of(sites.operators),
		parts: of(sites.parts),
		gaps: sites.gaps.filter((g) => [g.before, g.after].some((s) => s !== undefined && isIn(s))),
	};
}

/** The sites that aren't among others. */
function others(sites: ProgramSites, near: ProgramSites): ProgramSites {
	const without = <T>(all: readonly T[], some: readonly T[]) => {
		const known = new Set(some);
		return all.filter((s) => !known.has(s));
	};
	return {
		...sites,
		values: without(sites.values, near.values),
		numbers: without(sites.numbers, near.numbers),
		names: without(sites.names, near.names),
		words: without(sites.words, near.words),
		pairs: without(sites.pairs, near.pairs),
		operators: without(sites.operators, near.operators),
		parts: without(sites.parts, near.parts),
		gaps: without(sites.gaps, near.gaps),
	};
}

const sitesOf = ({ change }: Accepted) => 1 + (change.also?.length ?? 0);
const idsOf = ({ regains }: Accepted) => regains.map((r) => r.id).join(" ");

/**
 * The best of the accepted mends. Where another one regains as much on another line and nothing decides between them,
 * both lines are named; where there are more, none is the cause. Mends that draw the same are one, whatever their line.
 */
function decided(accepted: readonly Accepted[]): Accepted | undefined {
	const order = (a: Accepted, b: Accepted) =>
		b.points - a.points ||
		b.regains.length - a.regains.length ||
		SORTS.indexOf(a.change.sort) - SORTS.indexOf(b.change.sort) ||
		sitesOf(a) - sitesOf(b) ||
		Math.round(100 * (a.off - b.off));
	const [best, ...rest] = [...accepted].sort((a, b) => order(a, b) || b.likely - a.likely);
	if (!best) return undefined;
	const equal = rest.filter((one) => order(best, one) === 0 && one.change.at.line !== best.change.at.line);
	const rivals = new Set(
		rest
			.filter((o) => o.change.sort === best.change.sort && sitesOf(o) === sitesOf(best) && o.drawn !== best.drawn)
			.filter((o) => o.points === best.points && idsOf(o) === idsOf(best))
			.map((o) => o.change.at.line)
			.filter((line) => line !== best.change.at.line),
	).size;
	const different = new Map(equal.filter((o) => o.drawn !== best.drawn).map((o) => [o.change.at.line, o.change.at]));
	// Moving one statement or another often comes to the same: then it proves nothing of either.
	if (different.size > 1 || (best.change.sort === "moved" && rivals > 0)) return undefined;
	const same = equal.filter((o) => o.drawn === best.drawn).map((o) => o.change.at);
	const others = different.size === 1 ? [...different.values()] : same.slice(0, 1);
	return others.length === 0 ? best : { ...best, also: others, either: true };
}
