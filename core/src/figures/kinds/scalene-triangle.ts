import { equalPair, type KindRule } from "./kind.ts";

export const scaleneTriangle: KindRule = {
	kind: "scalene-triangle",
	definition: "Three sides of three different lengths (Euclid I, def. 20).",
	fit: (shape) => (shape.corners === 3 && equalPair(shape) === undefined ? 0 : undefined),
};
