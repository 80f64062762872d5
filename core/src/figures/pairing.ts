import { looksSame } from "../colour/difference.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance } from "../geometry/points.ts";
import type { Figure } from "./figure.ts";

/** What a figure without a partner costs. */
const ALONE = 4;

const ratio = (a: number, b: number) => (Math.max(a, b) + 1) / (Math.min(a, b) + 1);

/** Whether one of two figures answers to the other's own kind. */
function isKin(a: Figure, b: Figure): boolean {
	return b.kinds.includes(a.kinds[0] as never) || a.kinds.includes(b.kinds[0] as never);
}

/** How unlike two figures are: kind weighs 3, place 2 (over a quarter of the sheet's diagonal), size 2, colour 1. */
function unlike(a: Figure, b: Figure, diagonal: number): number {
	const kind = a.kinds[0] === b.kinds[0] ? 0 : isKin(a, b) ? 1 : 3;
	const place = 2 * Math.min(1, distance(a.centre[0], a.centre[1], b.centre[0], b.centre[1]) / (diagonal / 4));
	const grown = Math.max(ratio(a.width, b.width), ratio(a.height, b.height));
	return (
		kind +
		place +
		2 * Math.min(1, grown - 1) +
		(a.lettering?.text === b.lettering?.text ? 0 : 1) +
		(looksSame(a.fill, b.fill) && looksSame(a.outline, b.outline) ? 0 : 1)
	);
}

/**
 * Matches the figures of two drawings with the least sum of differences; undefined for figures without a match. Each
 * figure is matched at most once.
 *
 * @param diagonal of the sheet
 * @param ofKind whether only figures of related kinds can be alike
 */
export function pairedFigures(
	ours: readonly Figure[],
	theirs: readonly Figure[],
	diagonal: number,
	ofKind = false,
): (Figure | undefined)[] {
	if (ours.length === 0) return [];
	const cost = ours.map((a, i) => [
		...theirs.map((b) => (ofKind && !isKin(a, b) ? 3 * ALONE : unlike(a, b, diagonal))),
		...ours.map((_, j) => (i === j ? ALONE : 2 * ALONE)),
	]);
	return leastCost(cost).map((column, i) =>
		((cost[i] as number[])[column] as number) <= ALONE ? theirs[column] : undefined,
	);
}
