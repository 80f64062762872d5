import { ENTRY } from "./layout.ts";
import { placedPath } from "./path.ts";
import { type Placement, placed } from "./transform.ts";

/** The kinds whose coordinates are points and nothing else. */
const POINTS: ReadonlySet<number> = new Set([
	ENTRY.segment,
	ENTRY.travel,
	ENTRY.line,
	ENTRY.polygon,
	ENTRY.polyline,
	ENTRY.areaBegin,
]);

/**
 * The coordinates of one entry as a place puts them. Circles, ellipses, rects, arcs and texts keep their exact form,
 * since a place stretches nothing more one way than the other.
 */
export function placedEntry(
	kind: number,
	coords: ArrayLike<number>,
	from: number,
	to: number,
	place: Placement,
): number[] {
	const at = (i: number) => coords[from + i] as number;
	const point = (i: number) => placed(place, at(i), at(i + 1));
	const { scale, turned, mirrored } = place;
	const facing = (i: number) => (mirrored ? -at(i) : at(i)) + turned;
	if (POINTS.has(kind)) {
		const out: number[] = [];
		for (let i = 0; i < to - from; i += 2) out.push(...point(i));
		return out;
	}
	switch (kind) {
		case ENTRY.curve:
		case ENTRY.curvedTravel:
			return [
				...point(0),
				...point(2),
				...point(4),
				at(6) * scale,
				(mirrored ? 180 - at(7) : at(7)) + turned,
				mirrored ? -at(8) : at(8),
			];
		case ENTRY.rect:
			return [...point(0), at(2) * scale, at(3) * scale, at(4) * scale, facing(5)];
		case ENTRY.ellipse:
			return [...point(0), at(2) * scale, at(3) * scale, facing(4)];
		case ENTRY.text:
			return [...point(0), at(2) * scale, at(3), facing(4), at(5), mirrored ? 1 - at(6) : at(6)];
		case ENTRY.dot:
			return [...point(0), at(2) * scale];
		case ENTRY.arc:
			return [
				...point(0),
				at(2) * scale,
				at(3) * scale,
				facing(4),
				mirrored ? 180 - at(5) - at(6) : at(5),
				at(6),
				at(7),
			];
		case ENTRY.pictureBegin:
			return [...point(0), at(2) * scale, at(3) * scale, facing(4), mirrored ? 1 - at(5) : at(5)];
		case ENTRY.path:
		case ENTRY.clip:
			return placedPath(coords, from, to, place);
		default:
			return Array.from({ length: to - from }, (_, i) => at(i));
	}
}
