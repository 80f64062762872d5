import type { Figure } from "../figures/figure.ts";
import { distance, type Point } from "../geometry/points.ts";
import { sheetBounds } from "../tape/layout.ts";
import type { Scene } from "./scene.ts";

/** Places on a figure that a criterion can refer to. */
export const ANCHORS = [
	"centre",
	"corner",
	"corners",
	"upper left corner",
	"upper right corner",
	"lower left corner",
	"lower right corner",
	"middle of top edge",
	"middle of bottom edge",
	"middle of left edge",
	"middle of right edge",
	"start",
	"end",
	"either end",
	"far end",
	"baseline",
] as const;
export type Anchor = (typeof ANCHORS)[number];

/** A figure's anchor where it is one point; the corner is the one with the smallest x and y, as in `rect corner`. */
export function anchorOf(figure: Figure, anchor: Anchor, up: number): Point | undefined {
	const { bounds, centre } = figure;
	const [top, bottom] = up > 0 ? [bounds.high, bounds.low] : [bounds.low, bounds.high];
	switch (anchor) {
		case "centre":
			return centre;
		case "corner":
			return [bounds.left, bounds.low];
		case "upper left corner":
			return [bounds.left, top];
		case "upper right corner":
			return [bounds.right, top];
		case "lower left corner":
			return [bounds.left, bottom];
		case "lower right corner":
			return [bounds.right, bottom];
		case "middle of top edge":
			return [(bounds.left + bounds.right) / 2, top];
		case "middle of bottom edge":
			return [(bounds.left + bounds.right) / 2, bottom];
		case "middle of left edge":
			return [bounds.left, (bounds.low + bounds.high) / 2];
		case "middle of right edge":
			return [bounds.right, (bounds.low + bounds.high) / 2];
		case "start":
			return figure.start;
		case "end":
			return figure.end;
		case "baseline":
			return figure.lettering?.at;
		default:
			return undefined;
	}
}

/**
 * All points of a figure that an anchor names: corners and ends are several.
 *
 * @param others the figures named with it
 */
export function anchorsOf(figure: Figure, anchor: Anchor, scene: Scene, others: readonly Figure[]): readonly Point[] {
	if (anchor === "corners") return figure.points;
	if (anchor === "either end") return figure.closed ? [] : [figure.start, figure.end];
	if (anchor === "far end") return figure.closed ? [] : [farEnd(figure, scene, others)];
	const one = anchorOf(figure, anchor, scene.up);
	return one ? [one] : [];
}

/** Whether an anchor of one figure is several points. */
export function isSeveral(anchor: Anchor): boolean {
	return anchor === "corners" || anchor === "either end";
}

/** The end of a figure farther from the point with most figures' ends, or from the sheet's centre if there is none. */
function farEnd(figure: Figure, scene: Scene, others: readonly Figure[]): Point {
	const ends = others.flatMap((f) => [f.start, f.end]);
	const near = scene.tolerances.position;
	let [best, most] = [undefined as Point | undefined, 1];
	for (const p of ends) {
		const count = ends.filter((q) => distance(p[0], p[1], q[0], q[1]) <= near).length;
		if (count > most && count * 2 >= others.length) [best, most] = [p, count];
	}
	const { left, right, low, high } = sheetBounds(scene.sheet);
	const from = best ?? [(left + right) / 2, (low + high) / 2];
	const away = (p: Point) => distance(p[0], p[1], from[0], from[1]);
	return away(figure.start) > away(figure.end) ? figure.start : figure.end;
}
