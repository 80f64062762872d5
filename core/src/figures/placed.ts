import type { Point } from "../geometry/points.ts";
import { ENTRY } from "../tape/layout.ts";
import { ASCENT, DESCENT, textWidth } from "../tape/lettering.ts";
import { pathSteps } from "../tape/path.ts";
import { coordinate, endOf, styleOf, type Tape } from "../tape/tape.ts";
import { placed } from "../tape/transform.ts";
import { bentPath, subPathSteps } from "./bent-path.ts";
import { flatPath } from "./flat-path.ts";
import { type Geometry, measureBend, measureDot, measureOutline, measureOval, measureText } from "./measure.ts";
import { corners } from "./outline.ts";
import type { Tolerance } from "./tolerance.ts";

/** What one placed entry draws, and which paint its inside has: the fill, the ink, that of words, or none. */
export interface PlacedGeometry {
	readonly geometry: Geometry;
	readonly inside: "fill" | "ink" | "words" | "none";
}

/** A rect by its middle and its sides, turned anticlockwise by degrees. */
interface PlacedRect {
	readonly x: number;
	readonly y: number;
	readonly width: number;
	readonly height: number;
	readonly turned: number;
}

/** The four corners of a rect on the tape, in the sheet's coordinates. */
export function rectCorners({ x, y, width, height, turned }: PlacedRect, up: 1 | -1): Point[] {
	const [w, h] = [width / 2, height / 2];
	const place = { x, y, scale: 1, turned, mirrored: false, up };
	return [placed(place, -w, -h), placed(place, w, -h), placed(place, w, h), placed(place, -w, h)];
}

function measureRect(tape: Tape, at: (i: number) => number, tolerance: Tolerance, up: 1 | -1): Geometry {
	const rect = { x: at(0), y: at(1), width: at(2), height: at(3), turned: at(5) };
	return measureOutline({ points: rectCorners(rect, up), closed: true, rounding: at(4) }, tape.sheet, tolerance);
}

/** The shapes that an entry places: none for one of no size, several for a path of several outlines. */
export function placedGeometries(tape: Tape, entry: number, tolerance: Tolerance, up: 1 | -1): PlacedGeometry[] {
	const at = (i: number) => coordinate(tape, entry, i);
	const one = (geometry: Geometry | undefined, inside: PlacedGeometry["inside"]): PlacedGeometry[] =>
		geometry ? [{ geometry, inside }] : [];
	const straight = (through: readonly Point[], closed: boolean, rounding = 0): Geometry | undefined => {
		const points = corners(through, closed);
		return points.length < (closed ? 3 : 2)
			? undefined
			: measureOutline({ points, closed, rounding }, tape.sheet, tolerance);
	};
	switch (tape.kind[entry]) {
		case ENTRY.rect:
			if (at(2) <= 0 || at(3) <= 0) return [];
			return one(measureRect(tape, at, tolerance, up), "fill");
		case ENTRY.ellipse:
			return at(2) <= 0 || at(3) <= 0
				? []
				: one(measureOval({ x: at(0), y: at(1), rx: at(2), ry: at(3), turned: at(4) }, tolerance), "fill");
		case ENTRY.dot:
			return at(2) <= 0 ? [] : one(measureDot(at(0), at(1), at(2), tolerance), "ink");
		case ENTRY.arc: {
			if (at(2) <= 0 || at(3) <= 0 || at(6) === 0) return [];
			const ends = (["open", "sector", "segment"] as const)[at(7)] ?? "open";
			return one(
				measureBend(
					{ x: at(0), y: at(1), rx: at(2), ry: at(3), turned: at(4), start: at(5), sweep: at(6) },
					ends,
					up,
					tolerance,
				),
				ends === "open" ? "none" : "fill",
			);
		}
		case ENTRY.polygon:
			return one(straight(pointsOf(tape, entry), true), "fill");
		case ENTRY.polyline: {
			const points = pointsOf(tape, entry);
			const [first, last] = [points[0] as Point, points.at(-1) as Point];
			return one(straight(points, points.length > 3 && first[0] === last[0] && first[1] === last[1]), "none");
		}
		case ENTRY.text:
			return one(words(tape, entry, up), "words");
		default: {
			const path = pathSteps(tape.coords, tape.at[entry] as number, endOf(tape, entry));
			const filled = styleOf(tape, entry).fill !== -1;
			return subPathSteps(path?.steps ?? []).flatMap((steps) => {
				const bent = bentPath(steps, { filled, sheet: tape.sheet, up, tolerance });
				if (bent) return one(bent, "fill");
				// An inside closes what is left open.
				return flatPath(steps, up).flatMap(({ points, closed }) => one(straight(points, closed || filled), "fill"));
			});
		}
	}
}

function pointsOf(tape: Tape, entry: number): Point[] {
	const points: Point[] = [];
	for (let i = tape.at[entry] as number; i < endOf(tape, entry); i += 2)
		points.push([tape.coords[i] as number, tape.coords[i + 1] as number]);
	return points;
}

function words(tape: Tape, entry: number, up: 1 | -1): Geometry | undefined {
	const [x, y, size, align, turned, number, mirrored] = [0, 1, 2, 3, 4, 5, 6].map((i) =>
		coordinate(tape, entry, i),
	) as [number, number, number, number, number, number, number];
	const text = tape.texts[number] as string;
	const width = textWidth(text, size);
	if (width <= 0) return undefined;
	const place = { x, y, scale: 1, turned, mirrored: mirrored === 1, up };
	const left = (-width * align) / 2;
	const corner = (dx: number, dy: number) => placed(place, dx, up * dy * size);
	const box = [
		corner(left, -DESCENT),
		corner(left + width, -DESCENT),
		corner(left + width, ASCENT),
		corner(left, ASCENT),
	];
	return measureText(box, { text, size, at: placed(place, left, 0) }, turned);
}
