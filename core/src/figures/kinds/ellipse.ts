import type { Shape } from "../shape.ts";
import type { KindRule } from "./kind.ts";

/** From this many sides on, a polygon whose corners lie on a rim is a circle or ellipse too. */
const ROUND_FROM = 20;

/** How far corners may lie off the rim, as a share of the radius. */
const RIM = 0.03;

/** How far a closed outline of many sides is from an ellipse. */
export function rimError(shape: Shape): number | undefined {
	if (shape.corners < ROUND_FROM || !shape.ellipse) return undefined;
	return shape.ellipse.error <= RIM ? shape.ellipse.error : undefined;
}

export const ellipse: KindRule = {
	kind: "ellipse",
	definition: `A circle stretched along one direction; also an outline of ${ROUND_FROM} sides or more whose corners lie within ${RIM * 100} % of such a rim.`,
	fit: rimError,
};
