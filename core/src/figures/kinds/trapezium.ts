import { type KindRule, parallel } from "./kind.ts";

export const trapezium: KindRule = {
	kind: "trapezium",
	definition: "Four sides, at least two of them parallel.",
	fit: (shape) => (shape.corners === 4 ? (parallel(shape, 0, 2) ?? parallel(shape, 1, 3)) : undefined),
};
