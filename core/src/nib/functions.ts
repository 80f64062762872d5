import { hsl, rgba } from "../colour/colour.ts";
import { acosDeg, asinDeg, atanDeg, cosDeg, directionDeg, sinDeg, tanDeg } from "../geometry/trig.ts";
import type { Machine } from "./machine.ts";
import { Paint } from "./paint.ts";
import type { Kind } from "./tree.ts";

/** A built-in function: every value it takes is a number. A result that isn't finite is an error of the program. */
export interface BuiltIn {
	readonly least: number;
	readonly most: number;
	readonly result: Kind;
	/** As the docs and messages show it. */
	readonly form: string;
	readonly run: (machine: Machine, ...values: number[]) => unknown;
}

const one = (form: string, run: (v: number) => number): BuiltIn => ({ least: 1, most: 1, result: "number", form, run: (_, v) => run(v as number) });

/** Halves go away from zero. */
export function roundHalfAway(value: number): number {
	const size = Math.abs(value);
	const down = Math.floor(size);
	return (size - down >= 0.5 ? down + 1 : down) * (value < 0 ? -1 : 1) + 0;
}

/** In the order of the docs. */
export const FUNCTIONS: ReadonlyMap<string, BuiltIn> = new Map<string, BuiltIn>([
	["abs", one("abs(n)", Math.abs)],
	["floor", one("floor(n)", Math.floor)],
	["ceil", one("ceil(n)", Math.ceil)],
	["round", one("round(n)", roundHalfAway)],
	["sqrt", one("sqrt(n)", Math.sqrt)],
	["min", { least: 2, most: 100, result: "number", form: "min(a, b)", run: (_, ...v) => v.reduce((a, b) => (b < a ? b : a)) }],
	["max", { least: 2, most: 100, result: "number", form: "max(a, b)", run: (_, ...v) => v.reduce((a, b) => (b > a ? b : a)) }],
	["sin", one("sin(angle)", sinDeg)],
	["cos", one("cos(angle)", cosDeg)],
	["tan", one("tan(angle)", tanDeg)],
	["asin", one("asin(n)", asinDeg)],
	["acos", one("acos(n)", acosDeg)],
	["atan", one("atan(n)", atanDeg)],
	["angle", { least: 2, most: 2, result: "number", form: "angle(dx, dy)", run: (m, dx, dy) => directionDeg(dx as number, m.up * (dy as number)) }],
	["random", { least: 0, most: 2, result: "number", form: "random(lo, hi)", run: (m, lo, hi) => m.random(lo, hi) }],
	["rgb", { least: 1, most: 4, result: "colour", form: "rgb(r, g, b)", run: (_, r, g, b, a) => new Paint(rgba(r as number, g ?? (r as number), b ?? (r as number), a ?? 1)) }],
	["hsl", { least: 3, most: 4, result: "colour", form: "hsl(h, s, l)", run: (_, h, s, l, a) => new Paint(hsl(h as number, s as number, l as number, a ?? 1)) }],
]);

/** Values of the pen and the sheet that a program can read, with the kind each has. */
export const PROPERTIES: Readonly<Record<string, Readonly<Record<string, { kind: Kind; read: (m: Machine) => unknown }>>>> = {
	pen: {
		x: { kind: "number", read: (m) => m.x },
		y: { kind: "number", read: (m) => m.y },
		facing: { kind: "number", read: (m) => m.facing },
		width: { kind: "number", read: (m) => m.width },
		colour: { kind: "colour", read: (m) => new Paint(m.ink) },
		fill: { kind: "colour", read: (m) => new Paint(m.fill) },
		down: { kind: "boolean", read: (m) => m.down },
	},
	sheet: {
		width: { kind: "number", read: (m) => m.sheet.width },
		height: { kind: "number", read: (m) => m.sheet.height },
	},
	frame: {
		number: { kind: "number", read: () => 0 },
	},
};
