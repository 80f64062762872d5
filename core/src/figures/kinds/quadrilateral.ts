import type { KindRule } from "./kind.ts";

export const quadrilateral: KindRule = {
	kind: "quadrilateral",
	definition: "Four sides.",
	fit: (shape) => (shape.corners === 4 ? 0 : undefined),
};
