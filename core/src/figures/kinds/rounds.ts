import type { Shape } from "../shape.ts";
import { equalLengths } from "../tolerance.ts";
import type { KindRule } from "./kind.ts";

/** From this many sides on, a polygon whose corners lie on a circle is a circle too. */
export const CIRCLE_FROM = 20;

/** Beyond this many sides it is a circle only. */
export const POLYGON_TO = 60;

/** How far corners may lie off the rim, as a share of the radius. */
const RIM = 0.03;

function oval(shape: Shape): number | undefined {
	if (shape.corners < CIRCLE_FROM) return undefined;
	const fit = shape.ellipse;
	return fit && fit.error <= RIM ? fit.error : undefined;
}

export const circle: KindRule = {
	kind: "circle",
	definition: `A closed rim with every point at one distance from the middle; also a closed outline of ${CIRCLE_FROM} sides or more whose corners lie within ${RIM * 100} % of such a rim.`,
	fit(shape) {
		const error = oval(shape);
		if (error === undefined || !shape.ellipse) return undefined;
		const round = equalLengths(2 * shape.ellipse.rx, 2 * shape.ellipse.ry, shape.tolerance);
		return round === undefined ? undefined : Math.max(error, round);
	},
};

export const ellipse: KindRule = {
	kind: "ellipse",
	definition: `A circle stretched along one direction; also an outline of ${CIRCLE_FROM} sides or more whose corners lie within ${RIM * 100} % of such a rim.`,
	fit: oval,
};
