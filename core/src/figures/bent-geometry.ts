import type { Sheet } from "../tape/layout.ts";
import { bentOutline } from "./bent.ts";
import { type Geometry, measureBend, measureOutline, measureOval } from "./measure.ts";
import type { Tolerance } from "./tolerance.ts";

/** The circle, arc or rounded rect that an outline with arcs is; undefined for any other. */
export function bentGeometry(
	outline: Parameters<typeof bentOutline>[0],
	{ sheet, up, tolerance }: { readonly sheet: Sheet; readonly up: 1 | -1; readonly tolerance: Tolerance },
): Geometry | undefined {
	const bent = bentOutline(outline, tolerance);
	switch (bent.is) {
		case "circle":
			return measureOval({ x: bent.arc.x, y: bent.arc.y, rx: bent.arc.rx, ry: bent.arc.ry, turned: 0 }, tolerance);
		case "arc":
			return measureBend(bent.arc, bent.closed, up, tolerance);
		case "rounded-rect":
			return measureOutline({ points: bent.corners, closed: true, rounding: bent.radius }, sheet, tolerance);
		default:
			return undefined;
	}
}
