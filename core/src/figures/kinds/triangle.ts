import type { KindRule } from "./kind.ts";

export const triangle: KindRule = {
	kind: "triangle",
	definition: "Three sides.",
	fit: (shape) => (shape.corners === 3 ? 0 : undefined),
};
