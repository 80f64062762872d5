import { z } from "zod";
import type { Bounds, Point } from "../geometry/points.ts";

/** Named parts of a sheet or a figure, as seen. */
export const ZONES = [
	"upper left quarter",
	"upper right quarter",
	"lower left quarter",
	"lower right quarter",
	"upper half",
	"lower half",
	"left half",
	"right half",
] as const;

/** A named part, or a rectangle: its corner with the smallest x and y, width and height. */
export const zone = z.union([z.enum(ZONES), z.tuple([z.number(), z.number(), z.number(), z.number()])]);
export type Zone = z.infer<typeof zone>;

/** The part of a box that a zone names; a rectangle stands for itself. @param up 1 where y grows upwards, else -1 */
export function zoneBounds(where: Zone, box: Bounds, up: number): Bounds {
	if (typeof where !== "string")
		return { left: where[0], low: where[1], right: where[0] + where[2], high: where[1] + where[3] };
	const [mx, my] = [(box.left + box.right) / 2, (box.low + box.high) / 2];
	const upper = where.includes("upper") === up > 0;
	const halved = where.includes("upper") || where.includes("lower");
	return {
		left: where.includes("right") ? mx : box.left,
		right: where.includes("left") ? mx : box.right,
		low: halved && upper ? my : box.low,
		high: halved && !upper ? my : box.high,
	};
}

/** How far a point is outside a box; 0 inside it. */
export function outsideBy([x, y]: Point, { left, low, right, high }: Bounds): number {
	const [dx, dy] = [Math.max(left - x, x - right, 0), Math.max(low - y, y - high, 0)];
	return Math.sqrt(dx * dx + dy * dy);
}
