import { equalPair, type KindRule } from "./kind.ts";

export const isoscelesTriangle: KindRule = {
	kind: "isosceles-triangle",
	definition: "Three sides, at least two of one length.",
	fit: (shape) => (shape.corners === 3 ? equalPair(shape) : undefined),
};
