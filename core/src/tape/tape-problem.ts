import { ENTRY, type Gradient, type LineStyle, type Style } from "./layout.ts";
import { pathSteps } from "./path.ts";
import type { Tape } from "./tape.ts";

/** Number of coordinates of an entry; for a variable number the minimum, in whole pairs. */
const SIZES: Readonly<Record<number, number>> = {
	[ENTRY.segment]: 4,
	[ENTRY.curve]: 9,
	[ENTRY.travel]: 4,
	[ENTRY.pen]: 1,
	[ENTRY.turn]: 1,
	[ENTRY.face]: 1,
	[ENTRY.line]: 4,
	[ENTRY.rect]: 6,
	[ENTRY.ellipse]: 5,
	[ENTRY.text]: 7,
	[ENTRY.paper]: 0,
	[ENTRY.wipe]: 0,
	[ENTRY.areaBegin]: 2,
	[ENTRY.callBegin]: 1,
	[ENTRY.callEnd]: 0,
	[ENTRY.areaEnd]: 0,
	[ENTRY.pictureBegin]: 6,
	[ENTRY.message]: 1,
	[ENTRY.pictureEnd]: 0,
	[ENTRY.pause]: 1,
	[ENTRY.frame]: 1,
	[ENTRY.cursor]: 1,
	[ENTRY.dot]: 3,
	[ENTRY.arc]: 8,
	[ENTRY.curvedTravel]: 9,
};
const PAIRS: Readonly<Record<number, number>> = { [ENTRY.polygon]: 3, [ENTRY.polyline]: 2 };
const NAMES = new Map<number, string>(Object.entries(ENTRY).map(([name, number]) => [number, name]));
const CAPS = new Set(["butt", "round", "square"]);
const JOINS = new Set(["miter", "round", "bevel"]);

/** The name of an entry's kind; undefined for an unknown number. */
export function entryName(kind: number): string | undefined {
	return NAMES.get(kind);
}

const colour = (value: unknown) =>
	Number.isInteger(value) && (value as number) >= -1 && (value as number) <= 0xffffffff;
const length = (value: unknown) => typeof value === "number" && Number.isFinite(value) && value >= 0;

function lineFits(line: LineStyle): boolean {
	const dash: unknown = line.dash;
	return (
		CAPS.has(line.cap) &&
		JOINS.has(line.join) &&
		length(line.miter) &&
		Number.isFinite(line.dashOffset) &&
		Array.isArray(dash) &&
		dash.every(length)
	);
}

function gradientFits(gradient: Gradient): boolean {
	if (typeof gradient !== "object" || gradient === null) return false;
	const { kind, at, stops, stretch } = gradient;
	return (
		(kind === "linear" || kind === "radial") &&
		Array.isArray(at) &&
		at.length === (kind === "linear" ? 4 : 6) &&
		at.every((v) => Number.isFinite(v)) &&
		(stretch === undefined ||
			(Array.isArray(stretch) && stretch.length === 4 && stretch.every((v) => Number.isFinite(v)))) &&
		Array.isArray(stops) &&
		stops.every((stop) => Array.isArray(stop) && stop[0] >= 0 && stop[0] <= 1 && colour(stop[1]))
	);
}

function styleFits(style: Style): boolean {
	if (typeof style !== "object" || style === null) return false;
	const { ink, width, fill, line, clip, fillGradient, inkGradient } = style;
	const clipFits = clip === undefined || (Number.isInteger(clip) && clip > 0);
	return (
		colour(ink) &&
		colour(fill) &&
		length(width) &&
		clipFits &&
		[fillGradient, inkGradient].every((gradient) => gradient === undefined || gradientFits(gradient)) &&
		(line === undefined || (typeof line === "object" && line !== null && lineFits(line)))
	);
}

/**
 * What is wrong with something that should be a tape; undefined for a tape. Columns must be typed arrays of `length`.
 */
export function tapeProblem(tape: Tape): string | undefined {
	const { sheet, styles, texts, routines, pen } = tape;
	if (
		!["top left", "centre", "bottom left"].includes(sheet?.origin) ||
		!(length(sheet.width) && length(sheet.height) && sheet.width > 0 && sheet.height > 0)
	)
		return "its sheet isn't valid";
	if (!Array.isArray(styles) || !styles.every(styleFits)) return "its styles aren't valid";
	if (![texts, routines].every((list) => Array.isArray(list) && list.every((t) => typeof t === "string")))
		return "its texts aren't valid";
	if (![pen?.x, pen?.y, pen?.facing].every((v) => Number.isFinite(v)) || typeof pen.down !== "boolean")
		return "its pen isn't valid";
	for (const value of tape.coords) if (!Number.isFinite(value)) return "a coordinate isn't a number";
	for (let i = 0; i < tape.length; i++) {
		const problem = entryProblem(tape, i);
		if (problem !== undefined) return `entry ${i + 1}: ${problem}`;
	}
	return undefined;
}

function entryProblem(tape: Tape, i: number): string | undefined {
	const kind = tape.kind[i] as number;
	const from = tape.at[i] as number;
	const to = i + 1 < tape.length ? (tape.at[i + 1] as number) : tape.coords.length;
	if (!NAMES.has(kind)) return `there is no kind ${kind}`;
	if (from > to || to > tape.coords.length || (i === 0 && from !== 0)) return "its coordinates lie outside the tape";
	const style = tape.styles[tape.style[i] as number];
	if (!style) return "its style is missing";
	if (style.clip !== undefined && tape.kind[style.clip - 1] !== ENTRY.clip) return "what it is cut by isn't a clip";
	if (style.clip !== undefined && style.clip - 1 >= i) return "what it is cut by comes later";
	const call = tape.call[i] as number;
	if (call > i || (call > 0 && tape.kind[call - 1] !== ENTRY.callBegin)) return "its call is missing";
	const count = to - from;
	const pairs = PAIRS[kind];
	if (kind === ENTRY.path || kind === ENTRY.clip)
		return pathSteps(tape.coords, from, to) ? undefined : "its path can't be followed";
	if (pairs !== undefined ? count % 2 !== 0 || count < 2 * pairs : count !== SIZES[kind])
		return `a ${entryName(kind)} doesn't have ${count} coordinates`;
	return referenceProblem(tape, kind, from);
}

/** Numbers among an entry's coordinates that count something of the tape's. */
function referenceProblem(tape: Tape, kind: number, from: number): string | undefined {
	const at = (k: number) => tape.coords[from + k] as number;
	const within = (value: number, most: number) => Number.isInteger(value) && value >= 0 && value < most;
	if (kind === ENTRY.text && !(within(at(5), tape.texts.length) && within(at(3), 3) && within(at(6), 2)))
		return "its text is missing";
	if (kind === ENTRY.message && !within(at(0), tape.texts.length)) return "its text is missing";
	if (kind === ENTRY.callBegin && !within(at(0), tape.routines.length)) return "its routine is missing";
	if (kind === ENTRY.arc && !within(at(7), 3)) return "it is closed in no known way";
	return undefined;
}
