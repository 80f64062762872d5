import { edited } from "../languages/edited.ts";
import type { Edit, ProgramSites, StatementSite } from "../languages/sites.ts";
import type { Aspect } from "../marking/aspects.ts";
import { checkOf } from "../marking/checks/index.ts";
import { type JudgedCriterion, judgeSome } from "../marking/judge.ts";
import { type CriterionOrGroup, criteriaIn } from "../marking/marking-spec.ts";
import { creditOf, isMissed, type Score, scores } from "../marking/points.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { drawnSum } from "../tape/drawn-sum.ts";
import {
	type Accepted,
	type Candidate,
	decided,
	type Judgements,
	MAX_CAUSES,
	type Regained,
	type Tried,
} from "./accepted.ts";
import { type Change, isNumber, SORTS } from "./change.ts";
import { MISTAKES } from "./index.ts";
import { likelihood } from "./likelihood.ts";
import { Look } from "./look.ts";
import { ABOUT, type Mistake } from "./mistake.ts";
import { misfit, type Paired, paired } from "./pairs.ts";
import { type Purse, weightOf } from "./purse.ts";
import { canBeSearched } from "./searchable.ts";
import { dependences } from "./where.ts";

/** How likely a mend outside what the missed criteria depend on is, beside one within. */
const FAR = 0.1;
/** How likely a mistake that is about something else than what was missed is, beside one about that. */
const UNLIKE = 0.1;
/** Candidates of one mistake in one search. */
const MAX_OF_MISTAKE = 160;

/** Whether a mend may prove something about criteria that only forbid: never a number changed a little. */
const mendsForbidden = ({ change }: Candidate) => !isNumber(change.sort);

/** One search for the best mend of a program. */
export class Round {
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
			.filter(isMissed)
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

	/** A candidate with the criteria that it regains; undefined if it regains none, or less than the best so far. */
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
		return { ...candidate, run, marked, regains, points, asks, also, either: false, off, drawn: drawnSum(run.tape) };
	}

	/**
	 * Judges all criteria of a changed program, the missed ones first. Undefined once they can't regain anything, or
	 * not as much as the best so far, and as soon as a criterion that was met is lost.
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
		const { source, sites } = run.program.read;
		const moments = paired(run, model);
		const near = this.near(sites, moments);
		const look = new Look(sites, { own: run, model, moments, near, again: (text) => purse.run(text) });
		const nearLines = new Set([...near].map((index) => (sites.statements[index] as StatementSite).line));
		const missed = new Set(this.missed.flatMap(aspectsOf));
		const byText = new Map<string, Candidate>();
		for (const mistake of MISTAKES) {
			const fits = ABOUT[mistake.family].some((aspect) => missed.has(aspect)) ? 1 : UNLIKE;
			let made = 0;
			for (const change of mistake.mend?.(look) ?? []) {
				if (++made > MAX_OF_MISTAKE) break;
				const text = changedSource(source, change.edits);
				if (text === undefined || text === source) continue;
				const where = nearLines.has(change.at.line) || nearLines.has(change.at.line - 1) ? 1 : FAR;
				const own = likelihood(mistake.id, made) * fits * where * (change.likelier ?? 1);
				const known = byText.get(text);
				const likely = Math.max(own, known?.likely ?? 0);
				if (!known || nameOrder(change, mistake) < nameOrder(known.change, known.mistake))
					byText.set(text, { mistake, change, source: text, likely, id: mistake.id, ordinal: made });
				else byText.set(text, { ...known, likely });
			}
		}
		return [...byText.values()].sort((a, b) => b.likely - a.likely);
	}

	/** The statements on which what was missed depends, by index; all of them where nothing says which. */
	private near(sites: ProgramSites, moments: readonly Paired[]): ReadonlySet<number> {
		const { run, marked } = this;
		const { figures } = run.drawing;
		const ids = new Set(this.missed.map((c) => c.id));
		const failing = marked.judged.filter((j) => ids.has(j.criterion.id)).map((j) => j.judgement);
		const indices = new Set(failing.flatMap((j) => [...j.figures, ...j.findings.flatMap((f) => f.figure ?? [])]));
		const lines = failing.flatMap((j) => j.findings.flatMap((f) => f.lines ?? []));
		const extra = moments.flatMap((m) => m.extra);
		const drawn = [...[...indices].flatMap((i) => figures[i] ?? []), ...extra];
		const found = dependences(sites, run.tape, drawn, lines);
		return found.size === 0 ? new Set(sites.statements.map((s) => s.index)) : found;
	}
}

const aspectsOf = (asked: CriterionOrGroup): readonly Aspect[] =>
	criteriaIn([asked]).flatMap((c) => checkOf(c.check).about(c));

/** The order of two names for the same mend: the more particular first. */
const nameOrder = ({ sort }: Change, mistake: Mistake) => SORTS.indexOf(sort) * 1000 + MISTAKES.indexOf(mistake);

/** A source with edits made; undefined if they can't be made together. */
function changedSource(source: string, edits: readonly Edit[]): string | undefined {
	const sorted = [...edits].sort((a, b) => a.start - b.start || a.end - b.end);
	if (sorted.some((e, i) => i > 0 && e.start < (sorted[i - 1] as Edit).end)) return undefined;
	return edited(source, sorted);
}
