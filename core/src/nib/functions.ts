import { hsl, rgba } from "../colour/colour.ts";
import { acosDeg, asinDeg, atanDeg, cosDeg, directionDeg, sinDeg, tanDeg } from "../geometry/trig.ts";
import { kindOf } from "./kind-of.ts";
import { kept, List } from "./list.ts";
import type { Machine } from "./machine.ts";
import { Paint } from "./paint.ts";
import type { Picture } from "./picture-value.ts";
import { column, enlarged, layers, mirrored, row, turned } from "./picture-work.ts";
import type { Kind } from "./tree.ts";

/** A built-in function. A result that isn't finite is an error of the program. */
export interface BuiltIn {
	readonly least: number;
	readonly most: number;
	readonly result: Kind;
	/** The kinds of its values, the last for all that follow; numbers where it is left out. */
	readonly takes?: readonly Kind[];
	/** As the docs and messages show it. */
	readonly form: string;
	// biome-ignore lint/suspicious/noExplicitAny: each function names the values it gets, which have been tested
	readonly run: (machine: Machine, line: number, ...values: any[]) => unknown;
}

const one = (form: string, run: (v: number) => number): BuiltIn => ({ least: 1, most: 1, result: "number", form, run: (_, _line, v: number) => run(v) });

/** Halves go away from zero. */
export function roundHalfAway(value: number): number {
	const size = Math.abs(value);
	const down = Math.floor(size);
	return (size - down >= 0.5 ? down + 1 : down) * (value < 0 ? -1 : 1) + 0;
}

function chosen(machine: Machine, line: number, list: List): unknown {
	if (list.items.length === 0) return machine.fail(line, "choose-empty");
	return kept(list.items[Math.floor(machine.random() * list.items.length)]);
}

/** Items of a list, or characters of a text. */
function lengthOf(machine: Machine, line: number, value: unknown): number {
	if (value instanceof List) return value.items.length;
	if (typeof value === "string") return [...value].length;
	return machine.fail(line, "kind-wrong", { owner: "length", wanted: "list", found: kindOf(value) });
}

/** In the order of the docs. */
export const FUNCTIONS: ReadonlyMap<string, BuiltIn> = new Map<string, BuiltIn>([
	["abs", one("abs(n)", Math.abs)],
	["floor", one("floor(n)", Math.floor)],
	["ceil", one("ceil(n)", Math.ceil)],
	["round", one("round(n)", roundHalfAway)],
	["sqrt", one("sqrt(n)", Math.sqrt)],
	["min", { least: 2, most: 100, result: "number", form: "min(a, b)", run: (_, _line, ...v: number[]) => v.reduce((a, b) => (b < a ? b : a)) }],
	["max", { least: 2, most: 100, result: "number", form: "max(a, b)", run: (_, _line, ...v: number[]) => v.reduce((a, b) => (b > a ? b : a)) }],
	["sin", one("sin(angle)", sinDeg)],
	["cos", one("cos(angle)", cosDeg)],
	["tan", one("tan(angle)", tanDeg)],
	["asin", one("asin(n)", asinDeg)],
	["acos", one("acos(n)", acosDeg)],
	["atan", one("atan(n)", atanDeg)],
	["angle", { least: 2, most: 2, result: "number", form: "angle(dx, dy)", run: (m, _line, dx: number, dy: number) => directionDeg(dx, m.up * dy) }],
	["random", { least: 0, most: 2, result: "number", form: "random(lo, hi)", run: (m, _line, lo?: number, hi?: number) => m.random(lo, hi) }],
	["choose", { least: 1, most: 1, result: "any", takes: ["list"], form: "choose(list)", run: (m, line, list: List) => chosen(m, line, list) }],
	["length", { least: 1, most: 1, result: "number", takes: ["any"], form: "length(list)", run: (m, line, value: unknown) => lengthOf(m, line, value) }],
	["rgb", { least: 1, most: 4, result: "colour", form: "rgb(r, g, b)", run: (_, _line, r: number, g = r, b = r, a = 1) => new Paint(rgba(r, g, b, a)) }],
	["hsl", { least: 3, most: 4, result: "colour", form: "hsl(h, s, l)", run: (_, _line, h: number, s: number, l: number, a = 1) => new Paint(hsl(h, s, l, a)) }],
	["row", { least: 1, most: 1_000, result: "picture", takes: ["any"], form: "row(a, b)", run: row }],
	["column", { least: 1, most: 1_000, result: "picture", takes: ["any"], form: "column(a, b)", run: column }],
	["layers", { least: 1, most: 1_000, result: "picture", takes: ["any"], form: "layers(a, b)", run: layers }],
	[
		"turned",
		{ least: 2, most: 2, result: "picture", takes: ["picture", "number"], form: "turned(picture, angle)", run: (m, line, p: Picture, a: number) => turned(m, line, p, a) },
	],
	[
		"enlarged",
		{ least: 2, most: 2, result: "picture", takes: ["picture", "number"], form: "enlarged(picture, k)", run: (m, line, p: Picture, k: number) => enlarged(m, line, p, k) },
	],
	["mirrored", { least: 1, most: 1, result: "picture", takes: ["picture"], form: "mirrored(picture)", run: (m, line, p: Picture) => mirrored(m, line, p) }],
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
		number: { kind: "number", read: (m) => m.frame },
	},
};
