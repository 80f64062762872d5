import type { Shape } from "../shape.ts";
import { allEqual, equalLengths } from "../tolerance.ts";
import { type KindRule, worse } from "./kind.ts";

const three = (shape: Shape) => (shape.corners === 3 ? 0 : undefined);

function equalPair(shape: Shape): number | undefined {
	const [a, b, c] = shape.sides as [number, number, number];
	const errors = [equalLengths(a, b, shape.tolerance), equalLengths(b, c, shape.tolerance), equalLengths(c, a, shape.tolerance)];
	const found = errors.filter((e) => e !== undefined);
	return found.length > 0 ? Math.min(...found) : undefined;
}

export const equilateralTriangle: KindRule = {
	kind: "equilateral-triangle",
	definition: "Three sides of one length (Euclid I, def. 20).",
	fit: (shape) => (three(shape) === undefined ? undefined : allEqual(shape.sides, shape.tolerance)),
};

export const rightTriangle: KindRule = {
	kind: "right-triangle",
	definition: "Three sides with a right angle (Euclid I, def. 21).",
	fit(shape) {
		if (three(shape) === undefined) return undefined;
		const off = Math.min(...shape.angles.map((a) => Math.abs(a - 90)));
		return off <= shape.tolerance.angle ? off / 90 : undefined;
	},
};

export const isoscelesTriangle: KindRule = {
	kind: "isosceles-triangle",
	definition: "Three sides, two of them at least of one length.",
	fit: (shape) => worse(three(shape), shape.corners === 3 ? equalPair(shape) : undefined),
};

export const scaleneTriangle: KindRule = {
	kind: "scalene-triangle",
	definition: "Three sides of three lengths (Euclid I, def. 20).",
	fit: (shape) => (three(shape) !== undefined && equalPair(shape) === undefined ? 0 : undefined),
};

export const triangle: KindRule = { kind: "triangle", definition: "Three sides.", fit: three };
