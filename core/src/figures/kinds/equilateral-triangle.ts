import { allEqual } from "../tolerance.ts";
import type { KindRule } from "./kind.ts";

export const equilateralTriangle: KindRule = {
	kind: "equilateral-triangle",
	definition: "Three sides of one length (Euclid I, def. 20).",
	fit: (shape) => (shape.corners === 3 ? allEqual(shape.sides, shape.tolerance) : undefined),
};
