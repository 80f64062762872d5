import type { Span } from "../languages/sites.ts";
import type { Marked } from "../marking/judge.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { type Change, SORTS } from "./change.ts";
import type { Mistake } from "./mistake.ts";

/** Causes found in one program at most. */
export const MAX_CAUSES = 3;

/** All criteria of a program, judged. */
export type Judgements = Pick<Marked, "judged">;

/** A criterion that a mend meets, or from which it earns more. */
export interface Regained {
	readonly id: string;
	/** Points that it earns more. */
	readonly points: number;
	readonly met: boolean;
}

/** A mend that was tried: of which mistake, and its place among those of that mistake. */
export interface Tried {
	readonly id: string;
	readonly ordinal: number;
}

/** A mend that can be tried. */
export interface Candidate extends Tried {
	readonly mistake: Mistake;
	readonly change: Change;
	readonly source: string;
	readonly likely: number;
}

/** A mend that gains something and loses nothing. */
export interface Accepted extends Candidate {
	readonly run: ProgramRun;
	readonly marked: Judgements;
	readonly regains: readonly Regained[];
	readonly points: number;
	/** Whether a criterion that it regains asks for something; else they all forbid something. */
	readonly asks: boolean;
	readonly also: readonly Span[];
	readonly either: boolean;
	/** The checksum of what is drawn with it. */
	readonly drawn: string;
	/** How far its drawing is from the model's. */
	readonly off: number;
}

const sitesOf = ({ change }: Accepted) => 1 + (change.also?.length ?? 0);
/** What is too much is left out, rather than changed into something else. */
const leavesOut = ({ asks, change }: Accepted) => Number(!asks && change.sort === "out");
const idsOf = ({ regains }: Accepted) => regains.map((r) => r.id).join(" ");

/**
 * The best accepted mend. If another one gains as much on another line and nothing decides between them, both lines are
 * named; with more than two, there is no cause. Mends with the same drawing count as one.
 */
export function decided(accepted: readonly Accepted[]): Accepted | undefined {
	const order = (a: Accepted, b: Accepted) =>
		b.points - a.points ||
		b.regains.length - a.regains.length ||
		leavesOut(b) - leavesOut(a) ||
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
