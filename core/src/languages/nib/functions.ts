import { hsl, rgba } from "../../colour/colour.ts";
import { acosDeg, asinDeg, atanDeg, cosDeg, directionDeg, sinDeg, tanDeg } from "../../geometry/trig.ts";
import { kindOf } from "./kind-of.ts";
import { kept, List } from "./list.ts";
import type { Machine } from "./machine.ts";
import { Paint } from "./paint.ts";
import type { Picture } from "./picture-value.ts";
import { column, enlarged, layers, mirrored, row, turned } from "./picture-work.ts";
import type { ValueKind } from "./value-kind.ts";

/** A built-in function. A result that isn't finite is an error of the program. */
export interface BuiltIn {
	readonly least: number;
	readonly most: number;
	readonly result: ValueKind;
	/** The kinds of its values, the last for all that follow; numbers where it is left out. */
	readonly takes?: readonly ValueKind[];
	/** As the docs and messages show it. */
	readonly form: string;
	/** What it gives, in a sentence. */
	readonly help: string;
	/** A program that shows it. */
	readonly example: string;
	// biome-ignore lint/suspicious/noExplicitAny: each function names the values it gets, which have been tested
	readonly run: (machine: Machine, line: number, ...values: any[]) => unknown;
}

const one = (form: string, help: string, example: string, run: (v: number) => number): BuiltIn => ({
	least: 1,
	most: 1,
	result: "number",
	form,
	help,
	example,
	run: (_, _line, v: number) => run(v),
});

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

/** Unicode code points of a text; half a pair of surrogates counts as one. */
function countCharacters(text: string): number {
	let count = text.length;
	for (let i = 1; i < text.length; i++) {
		const low = (text.charCodeAt(i) & 0xfc00) === 0xdc00;
		if (low && (text.charCodeAt(i - 1) & 0xfc00) === 0xd800) count--;
	}
	return count;
}

/** Items of a list, or characters of a text. */
function lengthOf(machine: Machine, line: number, value: unknown): number {
	if (value instanceof List) return value.items.length;
	if (typeof value === "string") {
		machine.work(line, value.length);
		return countCharacters(value);
	}
	return machine.fail(line, "kind-wrong", { owner: "length", wanted: "list", found: kindOf(value) });
}

/** In the order of the docs. */
export const FUNCTIONS: ReadonlyMap<string, BuiltIn> = new Map<string, BuiltIn>([
	["abs", one("abs(n)", "The number without its sign.", "walk abs(-60)", Math.abs)],
	["floor", one("floor(n)", "The largest whole number that isn't above it.", "print floor(7 / 2)", Math.floor)],
	["ceil", one("ceil(n)", "The smallest whole number that isn't below it.", "print ceil(7 / 2)", Math.ceil)],
	[
		"round",
		one(
			"round(n)",
			"The nearest whole number; halves go away from zero.",
			"print round(2.5), round(-2.5)",
			roundHalfAway,
		),
	],
	["sqrt", one("sqrt(n)", "The square root.", "walk sqrt(50 * 50 + 50 * 50)", Math.sqrt)],
	[
		"min",
		{
			least: 2,
			most: 100,
			result: "number",
			form: "min(a, b)",
			help: "The smallest of its numbers.",
			example: "walk min(60, 90)",
			run: (_, _line, ...v: number[]) => v.reduce((a, b) => (b < a ? b : a)),
		},
	],
	[
		"max",
		{
			least: 2,
			most: 100,
			result: "number",
			form: "max(a, b)",
			help: "The largest of its numbers.",
			example: "walk max(60, 90)",
			run: (_, _line, ...v: number[]) => v.reduce((a, b) => (b > a ? b : a)),
		},
	],
	[
		"sin",
		one(
			"sin(angle)",
			"The sine of an angle in degrees.",
			"for i from 0 to 72\n  dot at i * 5, 150 - 60 * sin(i * 5)\nend",
			sinDeg,
		),
	],
	[
		"cos",
		one(
			"cos(angle)",
			"The cosine of an angle in degrees.",
			"dot at 200 + 80 * cos(30), 150 - 80 * sin(30) size 9",
			cosDeg,
		),
	],
	["tan", one("tan(angle)", "The tangent of an angle in degrees.", "print tan(45)", tanDeg)],
	["asin", one("asin(n)", "The angle, -90 to 90 degrees, that has this sine.", "print asin(0.5)", asinDeg)],
	["acos", one("acos(n)", "The angle, 0 to 180 degrees, that has this cosine.", "print acos(0.5)", acosDeg)],
	["atan", one("atan(n)", "The angle, -90 to 90 degrees, that has this tangent.", "print atan(1)", atanDeg)],
	[
		"angle",
		{
			least: 2,
			most: 2,
			result: "number",
			form: "angle(dx, dy)",
			help: "The facing of a step dx along x and dy along y.",
			example: "face angle(30, -40)\nwalk 50",
			run: (m, _line, dx: number, dy: number) => directionDeg(dx, m.up * dy),
		},
	],
	[
		"random",
		{
			least: 0,
			most: 2,
			result: "number",
			form: "random(lo, hi)",
			help: "A random number: from 0 up to 1, or from lo to hi, whole when both are whole. The same seed gives the same numbers.",
			example: "repeat 20\n  dot at random(0, 400), random(0, 300) size 6\nend",
			run: (m, _line, lo?: number, hi?: number) => m.random(lo, hi),
		},
	],
	[
		"choose",
		{
			least: 1,
			most: 1,
			result: "any",
			takes: ["list"],
			form: "choose(list)",
			help: "A random item of a list.",
			example: "fill choose([gold, navy, tomato])\ncircle centre 200, 150 radius 40",
			run: (m, line, list: List) => chosen(m, line, list),
		},
	],
	[
		"length",
		{
			least: 1,
			most: 1,
			result: "number",
			takes: ["any"],
			form: "length(list)",
			help: "The number of items of a list, or of characters of a text.",
			example: "let heights = [30, 60, 45]\nprint length(heights)",
			run: (m, line, value: unknown) => lengthOf(m, line, value),
		},
	],
	[
		"rgb",
		{
			least: 1,
			most: 4,
			result: "colour",
			form: "rgb(r, g, b)",
			help: "A colour of red, green and blue, 0 to 255 each; one value alone is a grey; a fourth is its opacity, 0 to 1.",
			example: "fill rgb(255, 160, 0)\ncircle centre 200, 150 radius 40",
			run: (_, _line, r: number, g = r, b = r, a = 1) => new Paint(rgba(r, g, b, a)),
		},
	],
	[
		"hsl",
		{
			least: 3,
			most: 4,
			result: "colour",
			form: "hsl(h, s, l)",
			help: "A colour of hue (0 to 360), saturation and lightness (0 to 100 each); a fourth value is its opacity, 0 to 1.",
			example: "for i from 0 to 11\n  fill hsl(i * 30, 80, 55)\n  circle centre 40 + i * 28, 150 radius 14\nend",
			run: (_, _line, h: number, s: number, l: number, a = 1) => new Paint(hsl(h, s, l, a)),
		},
	],
	[
		"row",
		{
			least: 1,
			most: 1_000,
			result: "picture",
			takes: ["any"],
			form: "row(a, b)",
			help: "Pictures side by side, left to right, with their centres level; a number between them is a gap.",
			example: "picture flag size 40, 24\n  paper tomato\nend\nlay row(flag, 10, flag) at 200, 150",
			run: row,
		},
	],
	[
		"column",
		{
			least: 1,
			most: 1_000,
			result: "picture",
			takes: ["any"],
			form: "column(a, b)",
			help: "Pictures one below the other, with their centres in line; a number between them is a gap.",
			example: "picture flag size 40, 24\n  paper tomato\nend\nlay column(flag, 10, flag) at 200, 150",
			run: column,
		},
	],
	[
		"layers",
		{
			least: 1,
			most: 1_000,
			result: "picture",
			takes: ["any"],
			form: "layers(a, b)",
			help: "Pictures on top of each other, the first on top, with the same centre.",
			example:
				"picture disc size 40, 40\n  fill gold\n  circle centre 20, 20 radius 20\nend\npicture board size 60, 60\n  paper navy\nend\nlay layers(disc, board) at 200, 150",
			run: layers,
		},
	],
	[
		"turned",
		{
			least: 2,
			most: 2,
			result: "picture",
			takes: ["picture", "number"],
			form: "turned(picture, angle)",
			help: "A picture turned anticlockwise about its middle, by an angle in degrees.",
			example: "picture flag size 40, 24\n  paper tomato\nend\nlay turned(flag, 30) at 200, 150",
			run: (m, line, p: Picture, a: number) => turned(m, line, p, a),
		},
	],
	[
		"enlarged",
		{
			least: 2,
			most: 2,
			result: "picture",
			takes: ["picture", "number"],
			form: "enlarged(picture, k)",
			help: "A picture enlarged by a factor, including lines and text.",
			example: "picture flag size 40, 24\n  paper tomato\nend\nlay enlarged(flag, 3) at 200, 150",
			run: (m, line, p: Picture, k: number) => enlarged(m, line, p, k),
		},
	],
	[
		"mirrored",
		{
			least: 1,
			most: 1,
			result: "picture",
			takes: ["picture"],
			form: "mirrored(picture)",
			help: "A picture mirrored left to right, letters included.",
			example: "picture sail size 40, 60\n  polygon at [0, 0], [40, 60], [0, 60]\nend\nlay mirrored(sail) at 200, 150",
			run: (m, line, p: Picture) => mirrored(m, line, p),
		},
	],
]);

/** Values of the pen and the sheet that a program can read, with the kind each has. */
export const PROPERTIES: Readonly<
	Record<string, Readonly<Record<string, { kind: ValueKind; read: (m: Machine) => unknown }>>>
> = {
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
