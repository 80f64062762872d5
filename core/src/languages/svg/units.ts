import { IDENTITY, type Matrix, rotation, scaling, skewX, times, translation } from "../../geometry/matrix.ts";
import { tanDeg } from "../../geometry/trig.ts";

/** What lengths are measured by where they are written. */
export interface Measures {
	/** Width and height of the nearest `viewBox` or viewport, for percentages. */
	readonly width: number;
	readonly height: number;
	/** Size of type. */
	readonly font: number;
}

const NUMBER = "[+-]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][+-]?\\d+)?";
const LENGTH = new RegExp(`^(${NUMBER})(px|pt|pc|in|cm|mm|q|em|ex|rem|ch|vw|vh|%)?$`, "i");

/** Pixels of the units that don't depend on anything (CSS Values 4, "Absolute lengths"). */
const PIXELS: Readonly<Record<string, number>> = {
	px: 1,
	pt: 4 / 3,
	pc: 16,
	in: 96,
	cm: 96 / 2.54,
	mm: 9.6 / 2.54,
	q: 2.4 / 2.54,
	rem: 16,
};

/** A length in user units; undefined if the text isn't one. @param along what a percentage is a share of */
export function lengthOf(
	text: string,
	{ width, height, font }: Measures,
	along: "x" | "y" | "both" = "both",
): number | undefined {
	if (text.length > LONGEST_NUMBER) return undefined;
	const [, number, written] = LENGTH.exec(text.trim()) ?? [];
	if (number === undefined) return undefined;
	const value = Number(number);
	const unit = written?.toLowerCase();
	if (unit === undefined) return value;
	const pixels = PIXELS[unit];
	if (pixels !== undefined) return value * pixels;
	if (unit === "em") return value * font;
	if (unit === "ex" || unit === "ch") return (value * font) / 2;
	if (unit === "vw") return (value / 100) * width;
	if (unit === "vh") return (value / 100) * height;
	// The share of a length in no direction (SVG 2, 8.9).
	const whole = along === "x" ? width : along === "y" ? height : Math.sqrt((width * width + height * height) / 2);
	return (value / 100) * whole;
}

/** Characters of one number with its unit. */
const LONGEST_NUMBER = 100;

/** A number, or a percentage as a share of 1; undefined if the text is neither. */
export function shareOf(text: string): number | undefined {
	if (text.length > LONGEST_NUMBER) return undefined;
	const [, number, percent] = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)(%)?$/.exec(text.trim()) ?? [];
	return number === undefined ? undefined : Number(number) / (percent ? 100 : 1);
}

const NUMBERS = new RegExp(NUMBER, "g");

/** A list of numbers with commas or spaces between; what can't be read ends it. */
export function numbersOf(text: string): { readonly numbers: readonly number[]; readonly whole: boolean } {
	const numbers: number[] = [];
	let at = 0;
	for (const { 0: found, index } of text.matchAll(NUMBERS)) {
		const between = text.slice(at, index).trim();
		if (between !== "" && between !== ",") return { numbers, whole: false };
		numbers.push(Number(found));
		at = index + found.length;
	}
	return { numbers, whole: text.slice(at).trim() === "" };
}

/** Characters of one list of transforms. */
const LONGEST_TRANSFORM = 2_000;

const DEGREES: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/**
 * The map of a `transform` attribute or property (SVG 2, 8.5; CSS Transforms 1): translate, scale, rotate, skewX, skewY
 * and matrix, and their forms for one direction. Undefined if it can't be read.
 */
export function transformOf(text: string, measures: Measures): Matrix | undefined {
	const plain = text.trim();
	if (plain === "" || plain === "none") return IDENTITY;
	if (plain.length > LONGEST_TRANSFORM) return undefined;
	let map = IDENTITY;
	let at = 0;
	for (const found of plain.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
		const [whole, name, inside] = found as unknown as [string, string, string];
		if (!/^[\s,]*$/.test(plain.slice(at, found.index))) return undefined;
		const step = oneTransform(name, inside, measures);
		if (!step) return undefined;
		map = times(map, step);
		at = found.index + whole.length;
	}
	return at > 0 && /^[\s,]*$/.test(plain.slice(at)) ? map : undefined;
}

function oneTransform(name: string, inside: string, measures: Measures): Matrix | undefined {
	const values = inside.trim() === "" ? [] : inside.trim().split(/\s*,\s*|\s+/);
	// "10-5" is two numbers too.
	const parts = values.flatMap(
		(v): string[] => v.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?[a-zA-Z%]*/g) ?? ["none"],
	);
	const isLength = name.startsWith("translate");
	const numbers = parts.map((part, i) => {
		const [, number, unit] = /^([\d.+-]+(?:[eE][+-]?\d+)?)([a-zA-Z%]*)$/.exec(part) ?? [];
		if (number === undefined || unit === undefined) return Number.NaN;
		if (unit === "") return Number(number);
		if (isLength) return lengthOf(part, measures, i === 0 && name !== "translateY" ? "x" : "y") ?? Number.NaN;
		return Number(number) * (DEGREES[unit.toLowerCase()] ?? Number.NaN);
	});
	if (numbers.some((n) => !Number.isFinite(n))) return undefined;
	const [a, b = 0, c, d, e, f] = numbers as [number, number?, number?, number?, number?, number?];
	const count = numbers.length;
	switch (name) {
		case "translate":
			return count === 1 || count === 2 ? translation(a, b) : undefined;
		case "translateX":
			return count === 1 ? translation(a, 0) : undefined;
		case "translateY":
			return count === 1 ? translation(0, a) : undefined;
		case "scale":
			return count === 1 ? scaling(a, a) : count === 2 ? scaling(a, b) : undefined;
		case "scaleX":
			return count === 1 ? scaling(a, 1) : undefined;
		case "scaleY":
			return count === 1 ? scaling(1, a) : undefined;
		case "rotate":
			if (count === 1) return rotation(a);
			return count === 3 ? about(rotation(a), b, c as number) : undefined;
		case "skewX":
			return count === 1 ? skewX(a) : undefined;
		case "skewY":
			return count === 1 ? { ...IDENTITY, b: tanDeg(a) } : undefined;
		case "matrix":
			return count === 6 ? { a, b, c: c as number, d: d as number, e: e as number, f: f as number } : undefined;
		default:
			return undefined;
	}
}

/** A map done about a point. */
export function about(map: Matrix, x: number, y: number): Matrix {
	return times(translation(x, y), times(map, translation(-x, -y)));
}

/** A box in coordinates of its own that is laid on a viewport. */
export interface ViewBox {
	readonly x: number;
	readonly y: number;
	readonly width: number;
	readonly height: number;
}

/** A `viewBox`; undefined if it isn't one, or has no size. */
export function viewBoxOf(text: string | undefined): ViewBox | undefined {
	if (text === undefined) return undefined;
	const { numbers, whole } = numbersOf(text);
	const [x, y, width, height] = numbers as [number, number, number, number];
	return whole && numbers.length === 4 && width > 0 && height > 0 ? { x, y, width, height } : undefined;
}

/** How a `viewBox` lies in a viewport of a size (SVG 2, 8.2), with `preserveAspectRatio` as it is written. */
export function laidViewBox(
	box: ViewBox,
	{ width, height }: { width: number; height: number },
	ratio = "xMidYMid",
): Matrix {
	const [align = "xMidYMid", how = "meet"] = ratio.trim().split(/\s+/);
	let [sx, sy] = [width / box.width, height / box.height];
	if (align !== "none") sx = sy = how === "slice" ? Math.max(sx, sy) : Math.min(sx, sy);
	const share = (word: string) => (word === "Min" ? 0 : word === "Max" ? 1 : 0.5);
	const [, across = "Mid", down = "Mid"] = /^x(Min|Mid|Max)Y(Min|Mid|Max)$/.exec(align) ?? [];
	const [left, top] =
		align === "none" ? [0, 0] : [(width - box.width * sx) * share(across), (height - box.height * sy) * share(down)];
	return times(translation(left - box.x * sx, top - box.y * sy), scaling(sx, sy));
}
