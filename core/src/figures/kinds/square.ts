import { allEqual } from "../tolerance.ts";
import { anglesNear, type KindRule, worse } from "./kind.ts";

export const square: KindRule = {
	kind: "square",
	definition: "Four sides of one length and four right angles (Euclid I, def. 22).",
	fit: (shape) =>
		shape.corners === 4 ? worse(anglesNear(shape, 90), allEqual(shape.sides, shape.tolerance)) : undefined,
};
