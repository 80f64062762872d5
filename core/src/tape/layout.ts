/**
 * The columns of a tape. This file alone knows what an entry's coordinates mean; coordinates are the sheet's own,
 * angles are degrees anticlockwise as seen. Numbers are never reused for another meaning.
 */
export const ENTRY = Object.freeze({
	/** A walked segment: x1, y1, x2, y2. */
	segment: 1,
	/**
	 * A walked arc of a circle: x1, y1, x2, y2, then its middle x, y, its radius, the direction from the middle to its
	 * start, and its sweep, negative clockwise.
	 */
	curve: 2,
	/** A move without ink: x1, y1, x2, y2. */
	travel: 3,
	/** The pen put down (1) or lifted (0). */
	pen: 4,
	/** A turn as the student wrote it: degrees, positive to the left. */
	turn: 5,
	/** A new facing: degrees. */
	face: 6,
	/** A placed line: x1, y1, x2, y2. */
	line: 7,
	/** Middle x, y, width, height, rounding radius, turned. */
	rect: 8,
	/** Middle x, y, half width, half height, turned. */
	ellipse: 9,
	/** Corners: x, y each. */
	polygon: 10,
	/**
	 * x, y of the baseline's start, middle or end; size, alignment (0 left, 1 centre, 2 right), turned, text, mirrored
	 * (1) or not (0).
	 */
	text: 11,
	/** The sheet covered with the style's fill, which is the paper from now on. */
	paper: 12,
	/** The same with the paper that is there. */
	wipe: 13,
	/** An area begins, where the pen is: x, y. Moves up to its end are its outline. */
	areaBegin: 14,
	/** A routine's call begins: its number among the routines. */
	callBegin: 15,
	callEnd: 16,
	/** The area is closed and filled with the style's fill, under what was walked in it. */
	areaEnd: 17,
	/** A picture is laid: middle x, y, width and height of its box before it was turned, turned, mirrored. */
	pictureBegin: 18,
	/** Something printed: text. */
	message: 19,
	pictureEnd: 20,
	/** A wait in a replay: seconds. */
	pause: 21,
	/** A frame begins: its number. */
	frame: 22,
	/** The pen itself shown in a replay (1) or not (0). */
	cursor: 23,
	/** A disc of the pen's colour: x, y, diameter. */
	dot: 24,
	/**
	 * Middle x, y, half width, half height, turned, direction of its start and sweep, both as angles of the ellipse's
	 * own circle (eccentric) before it is turned; open (0), a sector (1) or a segment (2).
	 */
	arc: 25,
	/** An open line through points: x, y each. */
	polyline: 26,
	/** A curve walked without ink, as {@link ENTRY.curve}. */
	curvedTravel: 27,
	/** Sub-paths of lines, Bézier curves and arcs, filled and outlined as the style says: see path.ts. */
	path: 28,
	/** What is drawn later in a style that names this row is cut off outside this path, as {@link ENTRY.path}. */
	clip: 29,
});

/** Where zero is on a sheet. In a top left origin y grows downwards, in the others upwards. */
export type Origin = "top left" | "centre" | "bottom left";

export interface Sheet {
	readonly width: number;
	readonly height: number;
	readonly origin: Origin;
}

/** The sheet of a program that names none. */
export const DEFAULT_SHEET: Sheet = Object.freeze({ width: 400, height: 300, origin: "top left" });

/** The sheet's edges in its own coordinates, smallest values first. */
export function sheetBounds(sheet: Sheet): { left: number; low: number; right: number; high: number } {
	if (sheet.origin === "centre")
		return { left: -sheet.width / 2, low: -sheet.height / 2, right: sheet.width / 2, high: sheet.height / 2 };
	return { left: 0, low: 0, right: sheet.width, high: sheet.height };
}

/** 1 where y grows upwards as seen, -1 if it grows downwards. */
export function upward(origin: Origin): 1 | -1 {
	return origin === "top left" ? -1 : 1;
}

/** How a line is drawn where it is not plain: what the 2D canvas calls its line styles. Lengths are the sheet's. */
export interface LineStyle {
	readonly cap: "butt" | "round" | "square";
	readonly join: "miter" | "round" | "bevel";
	readonly miter: number;
	/** Drawn and left out by turns; empty for an unbroken line. */
	readonly dash: readonly number[];
	readonly dashOffset: number;
}

/** A line with straight ends and sharp corners, unbroken. */
export const PLAIN_LINE: LineStyle = Object.freeze({
	cap: "butt",
	join: "miter",
	miter: 10,
	dash: Object.freeze([]),
	dashOffset: 0,
});

/** A paint that changes from place to place, as SVG and the 2D canvas know it; beyond its ends the end colours go on. */
export interface Gradient {
	readonly kind: "linear" | "radial";
	/** On the sheet: x0, y0, x1, y1 of a linear one, or x0, y0, r0, x1, y1, r1 of a radial one. */
	readonly at: readonly number[];
	/** Colours at shares of the way, in order. */
	readonly stops: readonly (readonly [offset: number, colour: number])[];
	/**
	 * Of a radial one whose circles are seen as ellipses: a, b, c, d of the map about the second circle's middle that they
	 * are put through, (x, y) to (a x + c y, b x + d y).
	 */
	readonly stretch?: readonly [a: number, b: number, c: number, d: number];
}

/** A gradient's stretch between a sheet whose y grows upwards (1) and a picture, either way; the same for -1. */
export function turnedOver(
	[a, b, c, d]: NonNullable<Gradient["stretch"]>,
	up: 1 | -1,
): NonNullable<Gradient["stretch"]> {
	return up === 1 ? [a, -b, -c, d] : [a, b, c, d];
}

/** Paints of a style beside its colours. */
export interface StyleMore {
	/** The fill is this gradient; `fill` has its mean colour. */
	readonly fillGradient?: Gradient;
	readonly inkGradient?: Gradient;
	/** The line was drawn before the inside, which lies over its inner half. */
	readonly inkUnder?: true;
}

/** How something is painted; -1 (no colour) for no ink or no fill. */
export interface Style extends StyleMore {
	readonly ink: number;
	readonly width: number;
	readonly fill: number;
	/** {@link PLAIN_LINE} where it is left out. */
	readonly line?: LineStyle;
	/** The row, plus one, of the clip entry that cuts what is drawn; none if it is left out. */
	readonly clip?: number;
}

export const ALIGNMENTS = ["left", "centre", "right"] as const;
