import type { KindRule } from "./kind.ts";

export const arc: KindRule = {
	kind: "arc",
	definition:
		"Part of a circle's or ellipse's rim, open or closed by its chord or through its middle; also an open line of at least 4 straight steps along a circle, of 18° or less each, within 3 % of it.",
	fit: (shape) => shape.round?.error,
};
