import { arcBounds } from "../geometry/arc.ts";
import { type Bounds, boundsOf, type Point } from "../geometry/points.ts";
import { ENTRY } from "./layout.ts";
import { ASCENT, DESCENT, textWidth } from "./lettering.ts";
import { PATH, pathSteps } from "./path.ts";
import { placed } from "./transform.ts";

/** The box round a box that is turned about a point, anticlockwise as seen. */
function turnedBox(
	x: number,
	y: number,
	left: number,
	low: number,
	right: number,
	high: number,
	turned: number,
	mirrored: boolean,
	up: 1 | -1,
): Bounds {
	const place = { x, y, scale: 1, turned, mirrored, up };
	return boundsOf([
		placed(place, left, low),
		placed(place, right, low),
		placed(place, right, high),
		placed(place, left, high),
	]) as Bounds;
}

/**
 * The box of what an entry draws or would move along, without the pen's width; undefined if it has no place.
 * `up` is 1 where y grows upwards, else -1.
 */
export function entryBounds(
	kind: number,
	coords: ArrayLike<number>,
	from: number,
	to: number,
	texts: readonly string[],
	up: 1 | -1,
): Bounds | undefined {
	const at = (i: number) => coords[from + i] as number;
	switch (kind) {
		case ENTRY.segment:
		case ENTRY.travel:
		case ENTRY.line:
		case ENTRY.polygon:
		case ENTRY.polyline:
		case ENTRY.areaBegin: {
			const points: Point[] = [];
			for (let i = from; i < to; i += 2) points.push([coords[i] as number, coords[i + 1] as number]);
			return boundsOf(points);
		}
		case ENTRY.curve:
		case ENTRY.curvedTravel:
			return arcBounds({ x: at(4), y: at(5), rx: at(6), ry: at(6), turned: 0, start: at(7), sweep: at(8) }, up);
		case ENTRY.rect:
			return turnedBox(at(0), at(1), -at(2) / 2, -at(3) / 2, at(2) / 2, at(3) / 2, at(5), false, up);
		case ENTRY.ellipse:
			return arcBounds({ x: at(0), y: at(1), rx: at(2), ry: at(3), turned: at(4), start: 0, sweep: 360 }, up);
		case ENTRY.dot:
			return { left: at(0) - at(2) / 2, low: at(1) - at(2) / 2, right: at(0) + at(2) / 2, high: at(1) + at(2) / 2 };
		case ENTRY.arc: {
			const box = arcBounds(
				{ x: at(0), y: at(1), rx: at(2), ry: at(3), turned: at(4), start: at(5), sweep: at(6) },
				up,
			);
			if (at(7) !== 1) return box;
			return {
				left: Math.min(box.left, at(0)),
				low: Math.min(box.low, at(1)),
				right: Math.max(box.right, at(0)),
				high: Math.max(box.high, at(1)),
			};
		}
		case ENTRY.text: {
			const width = textWidth(texts[at(5)] as string, at(2));
			const left = (-width * at(3)) / 2;
			const [low, high] = [-up * DESCENT * at(2), up * ASCENT * at(2)];
			return turnedBox(
				at(0),
				at(1),
				left,
				Math.min(low, high),
				left + width,
				Math.max(low, high),
				at(4),
				at(6) === 1,
				up,
			);
		}
		case ENTRY.path:
			return pathBounds(coords, from, to, up);
		default:
			return undefined;
	}
}

/** A path's box, that of its control points: never smaller than the path. */
function pathBounds(coords: ArrayLike<number>, from: number, to: number, up: number): Bounds | undefined {
	const points: Point[] = [];
	for (const { kind, at } of pathSteps(coords, from, to)?.steps ?? []) {
		if (kind === PATH.arc) {
			const [x, y, rx, ry, turned, start, sweep] = at as [number, number, number, number, number, number, number];
			const box = arcBounds({ x, y, rx, ry, turned, start, sweep }, up);
			points.push([box.left, box.low], [box.right, box.high]);
		} else for (let i = 0; i < at.length; i += 2) points.push([at[i] as number, at[i + 1] as number]);
	}
	return boundsOf(points);
}
