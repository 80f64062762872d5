import type { Figure } from "../figures/figure.ts";
import type { Point } from "../geometry/points.ts";

/** Places on a figure that a criterion can speak of. */
export const ANCHORS = ["centre", "corner", "start", "end", "baseline"] as const;
export type Anchor = (typeof ANCHORS)[number];

/** A figure's anchor; the corner is the one with the smallest x and y, as in `rect corner`. */
export function anchorOf(figure: Figure, anchor: Anchor): Point | undefined {
	switch (anchor) {
		case "centre":
			return figure.centre;
		case "corner":
			return [figure.bounds.left, figure.bounds.low];
		case "start":
			return figure.points[0];
		case "end":
			return figure.closed ? figure.points[0] : figure.points.at(-1);
		case "baseline":
			return figure.lettering?.at;
	}
}
