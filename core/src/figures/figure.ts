import type { Bounds, Point } from "../geometry/points.ts";

/** Every kind a figure can answer to, the most particular first. */
export const KINDS = [
	"text",
	"dot",
	"line",
	"arc",
	"spiral",
	"polyline",
	"circle",
	"ellipse",
	"rounded-rect",
	"equilateral-triangle",
	"right-triangle",
	"isosceles-triangle",
	"scalene-triangle",
	"triangle",
	"square",
	"rect",
	"rhombus",
	"parallelogram",
	"kite",
	"trapezium",
	"quadrilateral",
	"regular-polygon",
	"star",
	"polygon",
] as const;
export type FigureKind = (typeof KINDS)[number];

/**
 * The exact form of an ellipse: its middle, half width and half height along its own axes, and how far it is turned.
 */
export interface Oval {
	readonly x: number;
	readonly y: number;
	readonly rx: number;
	readonly ry: number;
	readonly turned: number;
}

/** An elliptical arc: its ellipse, start angle and extent, as parameters of the unit circle. */
export interface Bend extends Oval {
	/** Degrees, 0 to the right; sweep is negative clockwise and as it was drawn: two rounds are 720. */
	readonly start: number;
	readonly sweep: number;
	readonly ends: "open" | "sector" | "segment";
}

/** A star: how many points it has, and which of them a line without lifting the pen would join (0 if none would). */
export interface StarForm {
	readonly points: number;
	readonly step: number;
}

/** Words on the sheet. */
export interface Lettering {
	readonly text: string;
	readonly size: number;
	/** Left end of the baseline. */
	readonly at: Point;
}

/**
 * What was drawn, as a person would name it. Places are the sheet's own, lengths its units, angles degrees
 * anticlockwise as seen.
 */
export interface Figure {
	/** Its place in the drawing order, from 0. */
	readonly index: number;
	/** All the kinds it answers to, the most particular first. */
	readonly kinds: readonly FigureKind[];
	/** Largest relative error of its sides or radii from the ideal of its most specific kind. */
	readonly fit: number;
	/** Corners, without those that a side only runs through; none for a placed ellipse, which `oval` tells exactly. */
	readonly points: readonly Point[];
	readonly oval?: Oval;
	readonly bend?: Bend;
	readonly star?: StarForm;
	/** The outline as points close together, where it is bent. */
	readonly rim?: readonly Point[];
	readonly lettering?: Lettering;
	readonly closed: boolean;
	/** Distance between where a walked outline began and ended; 0 for placed figures. */
	readonly gap: number;
	readonly bounds: Bounds;
	/** The middle: of the area for closed figures, of the box for open ones and text. */
	readonly centre: Point;
	/** Along its own sides for rectangles and ellipses (as seen where turned by a multiple of 90), else of its box. */
	readonly width: number;
	readonly height: number;
	readonly sides: readonly number[];
	/** Interior angles at the corners, in the order of the points. */
	readonly angles: readonly number[];
	/** Modulo its own symmetry. */
	readonly rotation: number;
	readonly area: number;
	/** Length of its outline, or of its line. */
	readonly perimeter: number;
	/** Where its line began and ended; corners of closed and placed figures begin and end in one point. */
	readonly start: Point;
	readonly end: Point;
	/** What the pen turned by while it was walked and right after, in order, as it was written: positive to the left. */
	readonly turns: readonly number[];
	/** The pen's facing before its first piece and after its last; null if no pen walked it. */
	readonly facing: { readonly before: number; readonly after: number } | null;
	/** Radius of the rounding of its corners. */
	readonly rounding: number;
	/** Inside paint, or -1. */
	readonly fill: number;
	/** Ink of its outline or line, or -1. */
	readonly outline: number;
	readonly outlineWidth: number;
	/** Share of the part on the sheet that is still seen at the end. */
	readonly visible: number;
	/** Share of it that is on the sheet. */
	readonly onSheet: number;
	/** The longer side of the box round what is seen of it, in sheet units; 0 if nothing is. */
	readonly seenAcross: number;
	/** WCAG 2 contrast ratio, 1 to 21, of its colour to the colour that lies round most of it. */
	readonly contrast: number;
	/** The earlier figure that it lies exactly on, or null. */
	readonly twin: number | null;
	/** How many extra times its outline was drawn. */
	readonly overdrawn: number;
	readonly frame: number;
	/** The run's step at which it was begun. */
	readonly step: number;
	/** Rows of the tape that drew it, in order. */
	readonly entries: readonly number[];
	/** Source lines that drew it, each once: those of calls and of `lay` first, then its own statements' in order. */
	readonly lines: readonly number[];
	/** The routine whose call drew it. */
	readonly routine: string | undefined;
}

/** Everything that can be seen in a drawing at its end. */
export interface Drawing {
	readonly figures: readonly Figure[];
	/** The paper: what was last laid over everything before the figures. */
	readonly paper: number;
	/** Rows of shapes without any size. */
	readonly sizeless: readonly number[];
	/** Figures beyond the most that are looked at. */
	readonly leftOut: number;
}
