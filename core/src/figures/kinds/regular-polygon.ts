import { allEqual } from "../tolerance.ts";
import { anglesNear, type KindRule, worse } from "./kind.ts";
import { POLYGON_TO } from "./polygon.ts";

export const regularPolygon: KindRule = {
	kind: "regular-polygon",
	definition: `All sides of one length and all angles equal, up to ${POLYGON_TO} sides.`,
	fit(shape) {
		const n = shape.corners;
		if (n < 3 || n > POLYGON_TO) return undefined;
		return worse(allEqual(shape.sides, shape.tolerance), anglesNear(shape, 180 - 360 / n));
	},
};
