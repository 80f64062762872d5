import { allEqual } from "../tolerance.ts";
import { type KindRule, parallel, worse } from "./kind.ts";

export const rhombus: KindRule = {
	kind: "rhombus",
	definition: "Four sides of one length.",
	fit: (shape) =>
		shape.corners === 4 ? worse(allEqual(shape.sides, shape.tolerance), parallel(shape, 0, 2)) : undefined,
};
