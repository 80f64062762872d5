import type { Point } from "../../geometry/points.ts";
import { type Explanation, explained, point } from "./slip.ts";
import type { Pair, SlipContext } from "./slip-context.ts";

/** A point of a figure by which it may have been placed: where it is, and where it should be. */
interface Anchor {
	readonly what: string;
	readonly own: Point;
	readonly due: Point;
}

/** The middle, the corner, and, of what was walked, where the pen began. */
function anchorsOf(look: SlipContext, { found, wanted }: Pair): Anchor[] {
	const [x, y] = found.start;
	const anchors = [
		{ what: "middle", own: found.centre, due: wanted.centre },
		{ what: "corner", own: look.corner(found), due: look.corner(wanted) },
	];
	if (!found.facing || found.sides.length < 2) return anchors;
	const due: Point = [wanted.centre[0] + x - found.centre[0], wanted.centre[1] + y - found.centre[1]];
	return [...anchors, { what: "start", own: found.start, due }];
}

/**
 * Figures that are where they would be if the numbers of one of their points had been changed so. Of figures that are
 * all off by one step the first is enough: the others were placed from it.
 */
export function placedAs(look: SlipContext, changed: (p: Point) => readonly Point[]): Explanation[] {
	const { misplaced } = look;
	const one = (pair: Pair) => {
		for (const { what, own, due } of anchorsOf(look, pair)) {
			const hit = changed(due).find((p) => !look.near(p, due) && look.near(own, p));
			if (hit) return explained(pair.found, ["place"], [point(what, hit, own)]);
		}
		return undefined;
	};
	const all = misplaced.flatMap((pair) => one(pair) ?? []);
	const first = [...misplaced].sort((a, b) => a.found.index - b.found.index)[0];
	if (!first || misplaced.length < 3 || all.length * 2 >= misplaced.length || !movedTogether(look, misplaced))
		return all;
	const cause = one(first);
	if (!cause) return all;
	const figures = misplaced.map((p) => p.found.index);
	return [{ ...cause, figures, claims: figures.map((f) => `place ${f}`), lines: cause.lines }];
}

/** Whether all are off by the same step. */
export function movedTogether(look: SlipContext, pairs: readonly Pick<Pair, "found" | "wanted">[]): boolean {
	const [first] = pairs;
	if (!first) return false;
	const by = [first.found.centre[0] - first.wanted.centre[0], first.found.centre[1] - first.wanted.centre[1]] as const;
	return pairs.every(({ found, wanted }) =>
		look.near([found.centre[0] - by[0], found.centre[1] - by[1]], wanted.centre),
	);
}
