import type { Bounds, Point } from "../geometry/points.ts";

/** Closed outlines that are filled together by the non-zero rule. */
export type Contours = readonly (readonly Point[])[];

/** The inked area of a figure: areas taken together. They are made only while they are scanned. */
export interface Region {
	readonly areas: () => readonly Contours[];
	readonly bounds: Bounds;
	/** Fast test whether a point lies in it, if there is one. */
	readonly holds?: (x: number, y: number) => boolean;
	/** Whether it hides what lies under it. */
	readonly opaque: boolean;
}

export const apart = (a: Bounds, b: Bounds) =>
	a.right <= b.left || a.left >= b.right || a.high <= b.low || a.low >= b.high;
export const holds = (outer: Bounds, inner: Bounds) =>
	inner.left >= outer.left && inner.right <= outer.right && inner.low >= outer.low && inner.high <= outer.high;

/** The part two boxes have in common; they must not be apart. */
export const common = (a: Bounds, b: Bounds): Bounds => ({
	left: Math.max(a.left, b.left),
	right: Math.min(a.right, b.right),
	low: Math.max(a.low, b.low),
	high: Math.min(a.high, b.high),
});

/** Whether a region's area holds a point. */
export function covers(areas: readonly Contours[], x: number, y: number): boolean {
	return areas.some((contours) => {
		let winding = 0;
		for (const points of contours) {
			let a = points[points.length - 1] as Point;
			for (const b of points) {
				if (a[1] <= y !== b[1] <= y && a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]) > x)
					winding += b[1] > a[1] ? 1 : -1;
				a = b;
			}
		}
		return winding !== 0;
	});
}
