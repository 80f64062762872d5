import type { DownArc } from "../../geometry/matrix.ts";
import type { Point } from "../../geometry/points.ts";
import { cosDeg, directionDeg, sinDeg } from "../../geometry/trig.ts";

/** What SVG says of an arc beside its ends. */
export interface EndArc {
	readonly rx: number;
	readonly ry: number;
	readonly turned: number;
	readonly large: boolean;
	readonly clockwise: boolean;
}

/**
 * An arc by its middle from one by its ends (SVG 2, appendix B.2.4, with radii made large enough as in B.2.5);
 * undefined if it is a straight line or nothing.
 */
export function arcFromEnds(
	[x1, y1]: Point,
	[x2, y2]: Point,
	{ rx, ry, turned, large, clockwise }: EndArc,
): DownArc | undefined {
	if ((x1 === x2 && y1 === y2) || rx === 0 || ry === 0) return undefined;
	let [a, b] = [Math.abs(rx), Math.abs(ry)];
	const [c, s] = [cosDeg(turned), sinDeg(turned)];
	const [dx, dy] = [(x1 - x2) / 2, (y1 - y2) / 2];
	const [px, py] = [c * dx + s * dy, c * dy - s * dx];
	const size = (px * px) / (a * a) + (py * py) / (b * b);
	if (size > 1) [a, b] = [a * Math.sqrt(size), b * Math.sqrt(size)];
	const under = a * a * py * py + b * b * px * px;
	const factor = (large === clockwise ? -1 : 1) * Math.sqrt(Math.max(0, (a * a * b * b - under) / under));
	const [mx, my] = [(factor * a * py) / b, (-factor * b * px) / a];
	const facing = (ux: number, uy: number) => directionDeg(ux / a, uy / b);
	const start = facing(px - mx, py - my);
	const end = facing(-px - mx, -py - my);
	const part = (((end - start) % 360) + 360) % 360;
	return {
		x: c * mx - s * my + (x1 + x2) / 2,
		y: s * mx + c * my + (y1 + y2) / 2,
		rx: a,
		ry: b,
		turned,
		start,
		sweep: clockwise ? part : part - 360,
	};
}
