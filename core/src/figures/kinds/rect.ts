import { anglesNear, type KindRule } from "./kind.ts";

export const rect: KindRule = {
	kind: "rect",
	definition: "Four sides and four right angles; a square is one too.",
	fit: (shape) => (shape.corners === 4 ? anglesNear(shape, 90) : undefined),
};
