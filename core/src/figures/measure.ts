import { type Arc, arcPoints, rimPoint } from "../geometry/arc.ts";
import { type Bounds, boundsOf, centroid, distance, type Point, signedArea } from "../geometry/points.ts";
import { radians, sinDeg } from "../geometry/trig.ts";
import { type Sheet, upward } from "../tape/layout.ts";
import { arcBox } from "./bent.ts";
import type { Bend, Figure, FigureKind, Lettering, Oval } from "./figure.ts";
import { KIND_RULES } from "./kinds/index.ts";
import { Shape } from "./shape.ts";
import { type Star, starOf } from "./star-form.ts";
import type { Tolerance } from "./tolerance.ts";

/** The geometry of a figure, before its paint and its neighbours are known. */
export type Geometry = Pick<
	Figure,
	| "kinds"
	| "fit"
	| "points"
	| "closed"
	| "bounds"
	| "centre"
	| "width"
	| "height"
	| "sides"
	| "angles"
	| "rotation"
	| "area"
	| "perimeter"
	| "start"
	| "end"
	| "rounding"
	| "oval"
	| "bend"
	| "star"
	| "rim"
	| "lettering"
>;

const modulo = (value: number, by: number) => {
	const r = ((value % by) + by) % by;
	return by - r < 1e-9 ? 0 : r;
};

const RECTANGLES: readonly FigureKind[] = ["square", "rect"];

/** Corners, whether the last is joined to the first, and the radius of rounded corners. */
interface StraightOutline {
	readonly points: readonly Point[];
	readonly closed: boolean;
	readonly rounding?: number;
}

/** A closed or open outline of straight sides by its corners. */
export function measureOutline(
	{ points, closed, rounding = 0 }: StraightOutline,
	sheet: Sheet,
	tolerance: Tolerance,
): Geometry {
	const shape = new Shape(points, closed, tolerance);
	const kinds: FigureKind[] = rounding > 0 ? ["rounded-rect"] : [];
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
		round && shape.ellipse
			? {
					x: shape.ellipse.x,
					y: shape.ellipse.y,
					rx: shape.ellipse.rx,
					ry: shape.ellipse.ry,
					turned: modulo(up * shape.ellipse.direction, 180),
				}
			: undefined;
	const rectangle = kinds.some((k) => RECTANGLES.includes(k)) || rounding > 0;
	const direction = (i: number) => modulo(up * (shape.directions[i] as number), 360);
	const star = kinds.includes("star") ? starOf(shape) : undefined;
	const bend = kinds[0] === "arc" ? bendOf(shape, up) : undefined;
	const centreOf = (): Point => {
		if (bend) return [bend.x, bend.y];
		if (!closed) return middle;
		return oval ? [oval.x, oval.y] : (star?.middle ?? centroid(points));
	};
	const rotated = (): number => {
		if (oval) return kinds[0] === "circle" ? 0 : turnOf(oval.turned);
		if (bend) return modulo(bend.start, 360);
		return star ? modulo(up * star.tip - 90, 360 / star.points) : rotationOf(shape, kinds, direction);
	};
	const [width, height] = oval
		? ovalSize(oval)
		: rectangle
			? rectSize(shape, direction(0))
			: [bounds.right - bounds.left, bounds.high - bounds.low];
	return {
		kinds,
		fit: fit ?? 0,
		points,
		closed,
		bounds,
		centre: centreOf(),
		width,
		height,
		sides: shape.sides,
		angles: shape.angles,
		rotation: rotated(),
		area: closed ? areaOf(points, star, rounding) : 0,
		perimeter: shape.sides.reduce((sum, side) => sum + side, 0) - (8 - 2 * Math.PI) * rounding,
		start: points[0] as Point,
		end: (closed ? points[0] : points.at(-1)) as Point,
		rounding,
		...(oval && { oval }),
		...(bend && { bend }),
		...(star && { star: { points: star.points, step: star.step } }),
	};
}

/** Area inside, by the non-zero rule for a star drawn across itself; rounded corners are taken off. */
function areaOf(points: readonly Point[], star: Star | undefined, rounding: number): number {
	if (star && star.points === points.length) return star.points * star.outer * star.inner * sinDeg(180 / star.points);
	return Math.abs(signedArea(points)) - (4 - Math.PI) * rounding * rounding;
}

/** The circle that a line in small steps goes along. */
function bendOf(shape: Shape, up: 1 | -1): Bend | undefined {
	const { round } = shape;
	if (!round) return undefined;
	const { x, y, radius, start, sweep } = round;
	return { x, y, rx: radius, ry: radius, turned: 0, start: modulo(up * start, 360), sweep: up * sweep, ends: "open" };
}

/** Whether a direction is nearer to upright than to level; one halfway between is neither. */
function isUpright(direction: number): boolean {
	return Math.abs(modulo(direction, 180) - 90) < 45 - 1e-6;
}

/** Width and height of a rectangle along its own sides; the first side is the width unless it is upright. */
function rectSize(shape: Shape, direction: number): [number, number] {
	const [a, b, c, d] = shape.sides as [number, number, number, number];
	const [first, second] = [(a + c) / 2, (b + d) / 2];
	return isUpright(direction) ? [second, first] : [first, second];
}

/** How far an oblong is turned, 0 up to 180, by the direction of what its width is if it isn't upright. */
function turnOf(direction: number): number {
	return modulo(direction + (isUpright(direction) ? 90 : 0), 180);
}

/** Width and height of an ellipse, the longer axis first unless it is upright. */
function ovalSize(oval: Oval): [number, number] {
	return isUpright(oval.turned) ? [2 * oval.ry, 2 * oval.rx] : [2 * oval.rx, 2 * oval.ry];
}

function rotationOf(shape: Shape, kinds: readonly FigureKind[], direction: (i: number) => number): number {
	const first = shape.directions.length > 0 ? direction(0) : 0;
	if (kinds.includes("square")) return modulo(first, 90);
	if (kinds.includes("rect") || kinds[0] === "rounded-rect") return turnOf(first);
	if (kinds.includes("regular-polygon")) return modulo(first, 360 / shape.corners);
	if (kinds[0] === "line") return modulo(first, 180);
	let longest = 0;
	shape.sides.forEach((side, i) => {
		if (side > (shape.sides[longest] as number)) longest = i;
	});
	return shape.closed && shape.sides.length > 0 ? modulo(direction(longest), 180) : first;
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
		bounds: {
			left: oval.x - halfWidth,
			right: oval.x + halfWidth,
			low: oval.y - halfHeight,
			high: oval.y + halfHeight,
		},
		centre: [oval.x, oval.y],
		width,
		height,
		sides: [],
		angles: [],
		rotation: circle ? 0 : turnOf(turned),
		area: Math.PI * oval.rx * oval.ry,
		perimeter: ovalPerimeter(long),
		start: oval.rx === 0 ? [oval.x, oval.y] : [oval.x + halfWidth, oval.y],
		end: oval.rx === 0 ? [oval.x, oval.y] : [oval.x + halfWidth, oval.y],
		rounding: 0,
	};
}

/** Ramanujan's second approximation (1914), right to a hundred-thousandth. */
function ovalPerimeter({ rx, ry }: Oval): number {
	if (rx + ry === 0) return 0;
	const h = ((rx - ry) * (rx - ry)) / ((rx + ry) * (rx + ry));
	return Math.PI * (rx + ry) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
}

/** A dot: a disc of the pen's colour. */
export function measureDot(x: number, y: number, across: number, tolerance: Tolerance): Geometry {
	const disc = measureOval({ x, y, rx: across / 2, ry: across / 2, turned: 0 }, tolerance);
	return { ...disc, kinds: ["dot"] };
}

/** Part of an ellipse's rim; a whole open one is the ellipse. */
export function measureBend(arc: Arc, ends: Bend["ends"], up: 1 | -1, tolerance: Tolerance): Geometry {
	const { x, y, rx, ry, turned, start, sweep } = arc;
	if (ends !== "sector" && Math.abs(sweep) >= 360 - 1e-9) {
		const whole = measureOval({ x, y, rx, ry, turned }, tolerance);
		return { ...whole, kinds: [...whole.kinds, "arc"], bend: { ...arc, start: modulo(start, 360), ends } };
	}
	const drawn = { ...arc, sweep: Math.max(-360, Math.min(360, sweep)) };
	const line = arcPoints(drawn, up);
	const [first, last] = [rimPoint(arc, start, up), rimPoint(arc, start + sweep, up)];
	const middle: Point = [x, y];
	const bounds = arcBox(drawn, ends, up);
	const turn = radians(Math.abs(drawn.sweep));
	const length =
		rx === ry
			? rx * radians(Math.abs(sweep))
			: line
					.slice(1)
					.reduce((sum, p, i) => sum + distance(p[0], p[1], (line[i] as Point)[0], (line[i] as Point)[1]), 0);
	const chord = distance(first[0], first[1], last[0], last[1]);
	const radii = distance(first[0], first[1], x, y) + distance(last[0], last[1], x, y);
	return {
		kinds: ["arc"],
		fit: 0,
		points: ends === "sector" ? [middle, first, last] : [first, last],
		rim: ends === "sector" ? [middle, ...line] : line,
		bend: { ...arc, start: modulo(start, 360), ends },
		closed: ends !== "open",
		bounds,
		centre: middle,
		width: bounds.right - bounds.left,
		height: bounds.high - bounds.low,
		sides: [],
		angles: [],
		rotation: modulo(start + turned, 360),
		area: ends === "open" ? 0 : ((rx * ry) / 2) * (turn - (ends === "segment" ? sinDeg(Math.abs(drawn.sweep)) : 0)),
		perimeter: length + (ends === "open" ? 0 : ends === "sector" ? radii : chord),
		start: first,
		end: ends === "open" ? last : first,
		rounding: 0,
	};
}

const pair = (p: Point | undefined): [number, number] => [p?.[0] ?? 0, p?.[1] ?? 0];

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
		area: Math.abs(signedArea(box)),
		perimeter: 2 * (distance(...pair(box[0]), ...pair(box[1])) + distance(...pair(box[1]), ...pair(box[2]))),
		start: lettering.at,
		end: lettering.at,
		rounding: 0,
	};
}
