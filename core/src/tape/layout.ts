/**
 * The columns of a tape. This file alone knows what an entry's coordinates mean; coordinates are the sheet's own,
 * angles are degrees anticlockwise as seen. Numbers are never reused for another meaning.
 */
export const ENTRY = Object.freeze({
	/** A walked segment: x1, y1, x2, y2. */
	segment: 1,
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
	/** x, y of the baseline's start, middle or end; size, alignment (0 left, 1 centre, 2 right), turned, text. */
	text: 11,
	/** The sheet covered with the style's fill, which is the paper from now on. */
	paper: 12,
	/** A routine's call begins: its number among the routines. */
	callBegin: 15,
	callEnd: 16,
	/** Something printed: text. */
	message: 19,
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
	if (sheet.origin === "centre") return { left: -sheet.width / 2, low: -sheet.height / 2, right: sheet.width / 2, high: sheet.height / 2 };
	return { left: 0, low: 0, right: sheet.width, high: sheet.height };
}

/** 1 where y grows upwards as seen, -1 where it grows downwards. */
export function upward(origin: Origin): 1 | -1 {
	return origin === "top left" ? -1 : 1;
}

/** How something is painted; -1 (no colour) for no ink or no fill. */
export interface Style {
	readonly ink: number;
	readonly width: number;
	readonly fill: number;
}

export const ALIGNMENTS = ["left", "centre", "right"] as const;
