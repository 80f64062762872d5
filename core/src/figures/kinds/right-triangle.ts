import type { KindRule } from "./kind.ts";

export const rightTriangle: KindRule = {
	kind: "right-triangle",
	definition: "Three sides with a right angle (Euclid I, def. 21).",
	fit: (shape) => {
		if (shape.corners !== 3) return undefined;
		const off = Math.min(...shape.angles.map((a) => Math.abs(a - 90)));
		return off <= shape.tolerance.angle ? off / 90 : undefined;
	},
};
