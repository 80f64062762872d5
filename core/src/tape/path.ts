import { type Placement, placed } from "./transform.ts";

/**
 * The coordinates of a path entry: first its fill rule (0 non-zero, 1 even-odd), then one step after the other, each a
 * number of {@link PATH} followed by as many coordinates as {@link PATH_SIZES} says.
 */
export const PATH = Object.freeze({
	/** Begins a sub-path: x, y. */
	move: 0,
	/** x, y. */
	line: 1,
	/** A quadratic Bézier curve: control point, end. */
	quadratic: 2,
	/** A cubic Bézier curve: two control points, end. */
	cubic: 3,
	/**
	 * Part of an ellipse: middle x, y, half width, half height, turned, start and sweep as eccentric angles. Its start
	 * must be where the path is.
	 */
	arc: 4,
	/** A straight line back to the start of the sub-path. */
	close: 5,
});

export const PATH_SIZES: readonly number[] = Object.freeze([2, 2, 4, 6, 7, 0]);

/** One step of a path. */
export interface PathStep {
	readonly kind: number;
	readonly at: readonly number[];
}

/** Takes a path's coordinates apart; undefined if they aren't a path's. */
export function pathSteps(
	coords: ArrayLike<number>,
	from: number,
	to: number,
): { evenOdd: boolean; steps: PathStep[] } | undefined {
	const rule = coords[from];
	if (to <= from || (rule !== 0 && rule !== 1)) return undefined;
	const steps: PathStep[] = [];
	for (let i = from + 1; i < to; ) {
		const kind = coords[i] as number;
		const size = PATH_SIZES[kind];
		if (size === undefined || i + size >= to) return undefined;
		if (steps.length === 0 && kind !== PATH.move) return undefined;
		steps.push({ kind, at: Array.from({ length: size }, (_, k) => coords[i + 1 + k] as number) });
		i += 1 + size;
	}
	return { evenOdd: rule === 1, steps };
}

/** A path's coordinates with every step moved, turned, enlarged and mirrored. */
export function placedPath(coords: ArrayLike<number>, from: number, to: number, place: Placement): number[] {
	const path = pathSteps(coords, from, to);
	if (!path) return [];
	const out = [path.evenOdd ? 1 : 0];
	for (const { kind, at } of path.steps) {
		out.push(kind);
		if (kind !== PATH.arc)
			for (let i = 0; i < at.length; i += 2) out.push(...placed(place, at[i] as number, at[i + 1] as number));
		else {
			const [x, y, rx, ry, turned, start, sweep] = at as [number, number, number, number, number, number, number];
			out.push(
				...placed(place, x, y),
				rx * place.scale,
				ry * place.scale,
				(place.mirrored ? -turned : turned) + place.turned,
			);
			out.push(place.mirrored ? 180 - start : start, place.mirrored ? -sweep : sweep);
		}
	}
	return out;
}
