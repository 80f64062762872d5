import type { Figure } from "../figures/figure.ts";
import { distance, signedArea } from "../geometry/points.ts";

/** The unit a measure is in, which tells the tolerance that goes with it. */
export type Unit = "size" | "angle" | "line";

export interface Measure {
	readonly unit: Unit;
	/** The values of a figure; undefined where it has none. */
	readonly of: (figure: Figure) => readonly number[] | undefined;
}

const one = (unit: Unit, of: (figure: Figure) => number | undefined): Measure => ({
	unit,
	of: (figure) => {
		const value = of(figure);
		return value === undefined ? undefined : [value];
	},
});

/** Length of the rim; of an ellipse by Ramanujan's second approximation (1914). */
function rimLength({ oval, sides }: Figure): number {
	if (!oval) return sides.reduce((a, b) => a + b, 0);
	const { rx, ry } = oval;
	const h = ((rx - ry) * (rx - ry)) / ((rx + ry) * (rx + ry));
	return Math.PI * (rx + ry) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
}

/** How far an outline's end is from its start. */
function gapOf(figure: Figure): number {
	const [a, b] = [figure.points[0], figure.points.at(-1)];
	return figure.closed || !a || !b ? figure.gap : distance(a[0], a[1], b[0], b[1]);
}

/** What can be measured of a figure, by its name in an exercise. */
export const MEASURES = {
	width: one("size", (f) => f.width),
	height: one("size", (f) => f.height),
	diameter: one("size", (f) => (f.width + f.height) / 2),
	radius: one("size", (f) => (f.width + f.height) / 4),
	"side lengths": { unit: "size", of: (f: Figure) => (f.sides.length > 0 ? f.sides : undefined) },
	"interior angles": { unit: "angle", of: (f: Figure) => (f.angles.length > 0 ? f.angles : undefined) },
	length: one("size", (f) => (f.closed ? undefined : rimLength(f))),
	perimeter: one("size", rimLength),
	area: one("size", (f) => (f.closed ? (f.oval ? Math.PI * f.oval.rx * f.oval.ry : Math.abs(signedArea(f.points))) : undefined)),
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
	return unit === "angle" ? exactness.angle : Math.max(0.5, Math.abs(wanted) / 10);
}
