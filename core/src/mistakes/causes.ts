import type { Span } from "../languages/sites.ts";
import type { Marked } from "../marking/judge.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { type Judgements, MAX_CAUSES, type Regained, type Tried } from "./accepted.ts";
import { isNumber, type Sort } from "./change.ts";
import { differing } from "./differing.ts";
import type { Mistake } from "./mistake.ts";
import { type Again, MAX_COST, Purse } from "./purse.ts";
import { Round } from "./round.ts";
import { canBeSearched } from "./searchable.ts";

/** A proved mistake: with its mend, missed criteria are met, and no met criterion is lost. */
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
	/** The written text, and the mend's text. */
	readonly was: string;
	readonly now: string;
	readonly sort: Sort;
	/** The program with this mistake mended, and those found before it. */
	readonly mended: string;
}

export interface CauseSearch {
	readonly own: ProgramRun;
	readonly marked: Marked;
	readonly again: Again;
	/** What the search for each cause may cost: about as many runs of a small program. */
	readonly cost?: number;
	/** Sees what was tried, for measuring: how many mends of each mistake, and the best. */
	readonly watch?: (tried: readonly Tried[], best: Tried | undefined) => void;
}

/**
 * The causes of what a program misses: the program is changed at one site at a time, run and judged again. Counted in
 * runs and steps, never by the clock: the same hand-in has the same causes everywhere.
 */
export function causesOf({ own, marked, again, cost = MAX_COST, watch }: CauseSearch): Cause[] {
	const model = own.reference("model");
	if (!own.program.isReadable || !model?.program.isReadable || own.program.steps.length === 0) return [];
	// A run that stopped where its error has a fix says so itself: what is missing after it has no other cause.
	if (own.run?.problem?.data?.near !== undefined || own.run?.problem?.fix) return [];
	const causes: Cause[] = [];
	const purse = new Purse(own, again, cost);
	let [run, result]: [ProgramRun, Judgements] = [own, marked];
	while (causes.length < MAX_CAUSES && !purse.isEmpty) {
		const round = new Round(run, result, model, purse);
		const best = round.best();
		watch?.(round.tried, best);
		if (!best) break;
		const before = run.program.source;
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

/** A span of a program that was mended before, in the program as it was handed in. */
function original(source: string, mended: string, span: Span): Span {
	if (source === mended) return span;
	const { first, last } = differing(source, mended);
	const moved = (at: number) => {
		if (at <= first) return at;
		return at >= mended.length - last ? at + source.length - mended.length : Math.min(at, source.length - last);
	};
	const [start, stop] = [moved(span.start), moved(span.end)];
	const lines = source.slice(0, start).split("\n");
	return { start, end: Math.max(start, stop), line: lines.length, column: (lines.at(-1)?.length ?? 0) + 1 };
}
