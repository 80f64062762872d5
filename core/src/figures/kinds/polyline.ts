import type { KindRule } from "./kind.ts";

export const polyline: KindRule = {
	kind: "polyline",
	definition: "Straight pieces end to end that don't close.",
	fit: (shape) => (!shape.closed && shape.points.length > 2 ? 0 : undefined),
};
