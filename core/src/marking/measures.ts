import type { Figure, FigureKind } from "../figures/figure.ts";
import { distance } from "../geometry/points.ts";

/** The unit a measure is in, which gives the tolerance that goes with it. */
export type Unit = "size" | "angle" | "line" | "area" | "count";

export interface Measure {
	readonly unit: Unit;
	/** The values of a figure; undefined if it has none. */
	readonly of: (figure: Figure) => readonly number[] | undefined;
}

const one = (unit: Unit, of: (figure: Figure) => number | undefined): Measure => ({
	unit,
	of: (figure) => {
		const value = of(figure);
		return value === undefined ? undefined : [value];
	},
});

/** How far an outline's end is from its start. */
function gapOf({ closed, gap, start, end }: Figure): number {
	return closed ? gap : distance(start[0], start[1], end[0], end[1]);
}

/** Kinds that have a diameter beside arcs. */
const ROUND: readonly FigureKind[] = ["circle", "ellipse", "dot"];

/** Twice the distance from the middle to the rim: of an arc, that of its circle. What has corners has none. */
function diameterOf({ bend, kinds, width, height }: Figure): number | undefined {
	if (bend) return bend.rx + bend.ry;
	return kinds.some((kind) => ROUND.includes(kind)) ? (width + height) / 2 : undefined;
}

/** Half of that. */
function radiusOf(figure: Figure): number | undefined {
	const diameter = diameterOf(figure);
	return diameter === undefined ? undefined : diameter / 2;
}

/** Degrees that a round figure goes round by, as walked: 720 stays 720. */
function sweepOf({ bend, kinds, overdrawn }: Figure): number | undefined {
	if (bend) return Math.abs(bend.sweep);
	return kinds.includes("circle") || kinds.includes("ellipse") ? 360 * (1 + overdrawn) : undefined;
}

/** Direction of a line, -180 to 180, without regard to which end it was begun from: between -90 and 90. */
function directionOf({ rotation }: Figure): number {
	const half = ((rotation % 180) + 180) % 180;
	return half > 90 ? half - 180 : half;
}

/** What can be measured of a figure, by its name in an exercise. */
export const MEASURES = {
	width: one("size", (f) => f.width),
	height: one("size", (f) => f.height),
	diameter: one("size", diameterOf),
	radius: one("size", radiusOf),
	"side lengths": { unit: "size", of: (f: Figure) => (f.sides.length > 0 ? f.sides : undefined) },
	"interior angles": { unit: "angle", of: (f: Figure) => (f.angles.length > 0 ? f.angles : undefined) },
	sweep: one("angle", sweepOf),
	direction: one("angle", (f) => (f.kinds[0] === "line" ? directionOf(f) : undefined)),
	"start angle": one("angle", (f) => f.bend?.start),
	turns: { unit: "angle", of: (f: Figure) => (f.turns.length > 0 ? f.turns : undefined) },
	points: one("count", (f) => f.star?.points),
	length: one("size", (f) => (f.closed ? undefined : f.perimeter)),
	perimeter: one("size", (f) => f.perimeter),
	area: one("area", (f) => (f.closed ? f.area : undefined)),
	rotation: one("angle", (f) => f.rotation),
	rounding: one("line", (f) => f.rounding),
	"outline width": one("line", (f) => f.outlineWidth),
	"closing gap": one("size", gapOf),
	"text size": one("line", (f) => f.lettering?.size),
} as const satisfies Readonly<Record<string, Measure>>;

export type MeasureName = keyof typeof MEASURES;
export const MEASURE_NAMES = Object.keys(MEASURES) as [MeasureName, ...MeasureName[]];

/** How far a value may be off unless a criterion says: lines and text by half a unit or a tenth. */
export function toleranceOf(unit: Unit, wanted: number, exactness: { size: number; angle: number }): number {
	if (unit === "size") return exactness.size;
	if (unit === "count") return 0;
	// A side that is off by the tolerance for sizes takes so much of the area of a square.
	if (unit === "area") return 2 * exactness.size * Math.sqrt(Math.max(1, Math.abs(wanted)));
	return unit === "angle" ? exactness.angle : Math.max(0.5, Math.abs(wanted) / 10);
}
