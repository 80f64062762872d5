import { type KindRule, parallel, worse } from "./kind.ts";

export const parallelogram: KindRule = {
	kind: "parallelogram",
	definition: "Four sides, opposite ones parallel.",
	fit: (shape) => (shape.corners === 4 ? worse(parallel(shape, 0, 2), parallel(shape, 1, 3)) : undefined),
};
