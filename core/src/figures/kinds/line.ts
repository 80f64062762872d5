import type { KindRule } from "./kind.ts";

export const line: KindRule = {
	kind: "line",
	definition: "One straight piece with two ends.",
	fit: (shape) => (!shape.closed && shape.points.length === 2 ? 0 : undefined),
};
