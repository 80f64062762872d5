import type { Shape } from "../shape.ts";
import { allEqual, equalLengths } from "../tolerance.ts";
import { anglesNear, type KindRule, worse } from "./kind.ts";

const four = (shape: Shape) => (shape.corners === 4 ? 0 : undefined);
type Four = [number, number, number, number];

const rightAngles = (shape: Shape) => (four(shape) === undefined ? undefined : anglesNear(shape.angles, 90, shape.tolerance.angle));

/** Angle between two directions as lines, 0 to 90, over 90; undefined beyond the tolerance. */
function parallel(shape: Shape, one: number, other: number): number | undefined {
	const off = Math.abs((((((shape.directions[one] as number) - (shape.directions[other] as number)) % 180) + 270) % 180) - 90);
	return off <= shape.tolerance.angle ? off / 90 : undefined;
}

export const square: KindRule = {
	kind: "square",
	definition: "Four sides of one length and four right angles (Euclid I, def. 22).",
	fit: (shape) => worse(rightAngles(shape), shape.corners === 4 ? allEqual(shape.sides, shape.tolerance) : undefined),
};

export const rect: KindRule = { kind: "rect", definition: "Four sides and four right angles; a square is one too.", fit: rightAngles };

export const rhombus: KindRule = {
	kind: "rhombus",
	definition: "Four sides of one length.",
	fit: (shape) => (four(shape) === undefined ? undefined : worse(allEqual(shape.sides, shape.tolerance), parallel(shape, 0, 2))),
};

export const parallelogram: KindRule = {
	kind: "parallelogram",
	definition: "Four sides, opposite ones parallel.",
	fit: (shape) => (four(shape) === undefined ? undefined : worse(parallel(shape, 0, 2), parallel(shape, 1, 3))),
};

export const kite: KindRule = {
	kind: "kite",
	definition: "Four sides, two neighbours of one length and the other two of one length.",
	fit(shape) {
		if (four(shape) === undefined) return undefined;
		const [a, b, c, d] = shape.sides as Four;
		const t = shape.tolerance;
		return worse(equalLengths(a, b, t), equalLengths(c, d, t)) ?? worse(equalLengths(b, c, t), equalLengths(d, a, t));
	},
};

export const trapezium: KindRule = {
	kind: "trapezium",
	definition: "Four sides, two of them at least parallel.",
	fit: (shape) => (four(shape) === undefined ? undefined : (parallel(shape, 0, 2) ?? parallel(shape, 1, 3))),
};

export const quadrilateral: KindRule = { kind: "quadrilateral", definition: "Four sides.", fit: four };
