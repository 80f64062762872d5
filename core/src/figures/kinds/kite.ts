import { equalLengths } from "../tolerance.ts";
import { type KindRule, worse } from "./kind.ts";

export const kite: KindRule = {
	kind: "kite",
	definition: "Four sides, two neighbours of one length and the other two of one length.",
	fit: (shape) => {
		if (shape.corners !== 4) return undefined;
		const [a, b, c, d] = shape.sides as [number, number, number, number];
		const equal = (one: number, other: number) => equalLengths(one, other, shape.tolerance);
		return worse(equal(a, b), equal(c, d)) ?? worse(equal(b, c), equal(d, a));
	},
};
