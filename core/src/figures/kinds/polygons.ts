import { allEqual } from "../tolerance.ts";
import { anglesNear, type KindRule, worse } from "./kind.ts";
import { POLYGON_TO } from "./rounds.ts";

export const regularPolygon: KindRule = {
	kind: "regular-polygon",
	definition: `All sides of one length and all angles equal, up to ${POLYGON_TO} sides.`,
	fit(shape) {
		const n = shape.corners;
		if (n < 3 || n > POLYGON_TO) return undefined;
		return worse(allEqual(shape.sides, shape.tolerance), anglesNear(shape.angles, 180 - 360 / n, shape.tolerance.angle));
	},
};

export const polygon: KindRule = {
	kind: "polygon",
	definition: `A closed outline of straight sides. With more than ${POLYGON_TO} it is one only if it isn't round.`,
	fit: (shape) => (shape.closed && (shape.corners <= POLYGON_TO || !shape.ellipse || shape.ellipse.error > 0.03) ? 0 : undefined),
};
