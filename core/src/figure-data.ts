import { formatColour } from "./colour/colour.ts";
import { nameOf } from "./colour/family.ts";
import type { Figure } from "./figures/figure.ts";
import type { Point } from "./geometry/points.ts";
import { figureSentence } from "./words/readback.ts";

type Pair = readonly [number, number];

/** A paint as plain data: its code and its name in words. */
interface PaintData {
	readonly code: string;
	readonly name: string;
}

/**
 * A figure's measures as plain data, for other programs: lengths in sheet units, angles in degrees anticlockwise as
 * seen.
 */
export interface FigureData {
	readonly kinds: readonly string[];
	readonly centre: Pair;
	/** The corner of its box with the smallest x and y. */
	readonly corner: Pair;
	readonly bounds: { readonly left: number; readonly low: number; readonly right: number; readonly high: number };
	readonly width: number;
	readonly height: number;
	/** Of circles, dots and parts of circles; null for others. */
	readonly radius: number | null;
	readonly diameter: number | null;
	readonly corners: readonly Pair[];
	readonly sides: readonly number[];
	readonly angles: readonly number[];
	readonly start: Pair;
	readonly end: Pair;
	/** Of a line; null for others. */
	readonly length: number | null;
	readonly direction: number | null;
	/** Of an arc; null for others. */
	readonly startAngle: number | null;
	readonly sweep: number | null;
	/** Of a star; null for others. */
	readonly points: number | null;
	readonly step: number | null;
	readonly rounding: number;
	readonly rotation: number;
	readonly area: number;
	readonly perimeter: number;
	readonly closed: boolean;
	readonly gap: number;
	readonly fit: number;
	readonly overdrawn: number;
	readonly turns: readonly number[];
	readonly facing: { readonly before: number; readonly after: number } | null;
	readonly fill: PaintData | null;
	readonly outline: PaintData | null;
	readonly outlineWidth: number;
	readonly onSheet: number;
	readonly visible: number;
	readonly seenAcross: number;
	readonly contrast: number;
	readonly twin: number | null;
	readonly text: string | null;
	readonly textSize: number | null;
	readonly frame: number;
	readonly atStep: number;
	readonly routine: string | null;
	readonly entries: readonly number[];
	readonly lines: readonly number[];
	readonly sentence: string;
}

const exact = (v: number) => Math.round(v * 1e6) / 1e6 + 0;
const pair = ([x, y]: Point): Pair => [exact(x), exact(y)];
const paint = (colour: number): PaintData | null =>
	colour === -1 ? null : { code: formatColour(colour), name: nameOf(colour) };

/** Radius of what is round; null for what isn't. */
function radiusOf({ kinds, oval, bend }: Figure): number | null {
	if (oval && (kinds.includes("circle") || kinds.includes("dot"))) return (oval.rx + oval.ry) / 2;
	return bend && Math.abs(bend.rx - bend.ry) < 1e-6 ? bend.rx : null;
}

/** All that is known of a figure, rounded to a millionth. */
export function figureData(figure: Figure): FigureData {
	const { bounds, bend, star } = figure;
	const radius = radiusOf(figure);
	const line = figure.kinds[0] === "line";
	return {
		kinds: figure.kinds,
		centre: pair(figure.centre),
		corner: [exact(bounds.left), exact(bounds.low)],
		bounds: { left: exact(bounds.left), low: exact(bounds.low), right: exact(bounds.right), high: exact(bounds.high) },
		width: exact(figure.width),
		height: exact(figure.height),
		radius: radius === null ? null : exact(radius),
		diameter: radius === null ? null : exact(2 * radius),
		corners: figure.oval || figure.bend ? [] : figure.points.map(pair),
		sides: figure.sides.map(exact),
		angles: figure.angles.map(exact),
		start: pair(figure.start),
		end: pair(figure.end),
		length: line ? exact(figure.perimeter) : null,
		direction: line ? exact(figure.rotation) : null,
		startAngle: bend ? exact(bend.start) : null,
		sweep: bend ? exact(bend.sweep) : null,
		points: star?.points ?? null,
		step: star?.step ?? null,
		rounding: exact(figure.rounding),
		rotation: exact(figure.rotation),
		area: exact(figure.area),
		perimeter: exact(figure.perimeter),
		closed: figure.closed,
		gap: exact(figure.gap),
		fit: exact(figure.fit),
		overdrawn: exact(figure.overdrawn),
		turns: figure.turns.map(exact),
		facing: figure.facing && { before: exact(figure.facing.before), after: exact(figure.facing.after) },
		fill: paint(figure.fill),
		outline: paint(figure.outline),
		outlineWidth: figure.outlineWidth,
		onSheet: exact(figure.onSheet),
		visible: exact(figure.visible),
		seenAcross: exact(figure.seenAcross),
		contrast: exact(figure.contrast),
		twin: figure.twin,
		text: figure.lettering?.text ?? null,
		textSize: figure.lettering?.size ?? null,
		frame: figure.frame,
		atStep: figure.step,
		routine: figure.routine ?? null,
		entries: figure.entries,
		lines: figure.lines,
		sentence: figureSentence(figure),
	};
}
