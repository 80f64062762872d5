import { type Bounds, boundsOf, centroid, type Point } from "../geometry/points.ts";
import { sinDeg } from "../geometry/trig.ts";
import { type Sheet, upward } from "../tape/layout.ts";
import type { Figure, Kind, Lettering, Oval } from "./figure.ts";
import { KIND_RULES } from "./kinds/index.ts";
import { Shape } from "./shape.ts";
import type { Tolerance } from "./tolerance.ts";

/** The geometry of a figure, before its paint and its neighbours are known. */
export type Geometry = Pick<
	Figure,
	"kinds" | "fit" | "points" | "closed" | "bounds" | "centre" | "width" | "height" | "sides" | "angles" | "rotation" | "rounding" | "oval" | "lettering"
>;

const modulo = (value: number, by: number) => {
	const r = ((value % by) + by) % by;
	return by - r < 1e-9 ? 0 : r;
};

const RECTANGLES: readonly Kind[] = ["square", "rect"];

/** A closed or open outline of straight sides by its corners. */
export function measureOutline(points: readonly Point[], closed: boolean, sheet: Sheet, tolerance: Tolerance, rounding = 0): Geometry {
	const shape = new Shape(points, closed, tolerance);
	const kinds: Kind[] = rounding > 0 ? ["rounded-rect"] : [];
	let fit: number | undefined = rounding > 0 ? 0 : undefined;
	if (rounding === 0) {
		for (const rule of KIND_RULES) {
			const error = rule.fit(shape);
			if (error === undefined) continue;
			kinds.push(rule.kind);
			fit ??= error;
		}
	}
	const bounds = boundsOf(points) as Bounds;
	const middle: Point = [(bounds.left + bounds.right) / 2, (bounds.low + bounds.high) / 2];
	const up = upward(sheet.origin);
	const round = kinds[0] === "circle" || kinds[0] === "ellipse";
	const oval =
		round && shape.ellipse ? { x: shape.ellipse.x, y: shape.ellipse.y, rx: shape.ellipse.rx, ry: shape.ellipse.ry, turned: modulo(up * shape.ellipse.direction, 180) } : undefined;
	const rectangle = kinds.some((k) => RECTANGLES.includes(k)) || rounding > 0;
	const direction = (i: number) => modulo(up * (shape.directions[i] as number), 360);
	const [width, height] = oval ? ovalSize(oval) : rectangle ? rectSize(shape, direction(0)) : [bounds.right - bounds.left, bounds.high - bounds.low];
	return {
		kinds,
		fit: fit ?? 0,
		points,
		closed,
		bounds,
		centre: closed ? (oval ? [oval.x, oval.y] : centroid(points)) : middle,
		width,
		height,
		sides: shape.sides,
		angles: shape.angles,
		rotation: oval ? (kinds[0] === "circle" ? 0 : oval.turned) : rotationOf(shape, kinds, direction),
		rounding,
		...(oval && { oval }),
	};
}

/** Width and height of a rectangle along its own sides; the first side is the width unless it stands upright. */
function rectSize(shape: Shape, direction: number): [number, number] {
	const [a, b, c, d] = shape.sides as [number, number, number, number];
	const [first, second] = [(a + c) / 2, (b + d) / 2];
	const off = modulo(direction, 180);
	return off >= 45 && off < 135 ? [second, first] : [first, second];
}

/** Width and height of an ellipse: as seen when it isn't turned against the sheet's edges, else along its axes. */
function ovalSize(oval: Oval): [number, number] {
	const upright = Math.abs(modulo(oval.turned + 45, 180) - 45 - 90) < 45;
	return upright ? [2 * oval.ry, 2 * oval.rx] : [2 * oval.rx, 2 * oval.ry];
}

function rotationOf(shape: Shape, kinds: readonly Kind[], direction: (i: number) => number): number {
	const first = shape.directions.length > 0 ? direction(0) : 0;
	if (kinds.includes("square")) return modulo(first, 90);
	if (kinds.includes("rect")) return modulo(first + (modulo(first, 180) >= 45 && modulo(first, 180) < 135 ? 90 : 0), 180);
	if (kinds.includes("regular-polygon")) return modulo(first, 360 / shape.corners);
	if (kinds[0] === "line") return modulo(first, 180);
	const longest = shape.sides.indexOf(Math.max(...shape.sides));
	return shape.closed && longest >= 0 ? modulo(direction(longest), 180) : first;
}

/** A placed ellipse or circle. */
export function measureOval(oval: Oval, tolerance: Tolerance): Geometry {
	const long: Oval = oval.ry > oval.rx ? { ...oval, rx: oval.ry, ry: oval.rx, turned: oval.turned + 90 } : oval;
	const difference = (long.rx - long.ry) / (long.rx || 1);
	const circle = difference <= tolerance.share || 2 * (long.rx - long.ry) <= tolerance.length;
	const s = sinDeg(oval.turned);
	const c = sinDeg(90 - oval.turned);
	const halfWidth = Math.sqrt(oval.rx * oval.rx * c * c + oval.ry * oval.ry * s * s);
	const halfHeight = Math.sqrt(oval.rx * oval.rx * s * s + oval.ry * oval.ry * c * c);
	const turned = modulo(long.turned, 180);
	const [width, height] = ovalSize({ ...long, turned });
	return {
		kinds: circle ? ["circle", "ellipse"] : ["ellipse"],
		fit: circle ? difference : 0,
		points: [],
		oval: { ...long, turned },
		closed: true,
		bounds: { left: oval.x - halfWidth, right: oval.x + halfWidth, low: oval.y - halfHeight, high: oval.y + halfHeight },
		centre: [oval.x, oval.y],
		width,
		height,
		sides: [],
		angles: [],
		rotation: circle ? 0 : turned,
		rounding: 0,
	};
}

/** Words, by the four corners of their box. */
export function measureText(box: readonly Point[], lettering: Lettering, turned: number): Geometry {
	const bounds = boundsOf(box) as Bounds;
	return {
		kinds: ["text"],
		fit: 0,
		points: box,
		lettering,
		closed: true,
		bounds,
		centre: [(bounds.left + bounds.right) / 2, (bounds.low + bounds.high) / 2],
		width: bounds.right - bounds.left,
		height: bounds.high - bounds.low,
		sides: [],
		angles: [],
		rotation: modulo(turned, 360),
		rounding: 0,
	};
}
