import { centroid, distance, type Point } from "./points.ts";
import { cosDeg, directionDeg, sinDeg } from "./trig.ts";

export interface EllipseFit {
	readonly x: number;
	readonly y: number;
	/** Half axes, the longer first, and the direction of the longer in degrees, 0 up to 180. */
	readonly rx: number;
	readonly ry: number;
	readonly direction: number;
	/** Largest distance of a point from the rim, as a share of the shorter half axis. */
	readonly error: number;
}

/**
 * The ellipse with the same second moments of area as a closed outline (Mulchandani and others: for an ellipse the
 * moments are a²/4 and b²/4 along its axes), and how far the points are from it.
 */
export function fitEllipse(points: readonly Point[]): EllipseFit | undefined {
	const [x, y] = centroid(points);
	let area = 0;
	let sxx = 0;
	let syy = 0;
	let sxy = 0;
	for (let i = 0, n = points.length; i < n; i++) {
		const [px, py] = points[i] as Point;
		const [qx, qy] = points[(i + 1) % n] as Point;
		const [ax, ay, bx, by] = [px - x, py - y, qx - x, qy - y];
		const cross = ax * by - bx * ay;
		area += cross / 2;
		sxx += (cross * (ax * ax + ax * bx + bx * bx)) / 12;
		syy += (cross * (ay * ay + ay * by + by * by)) / 12;
		sxy += (cross * (2 * ax * ay + ax * by + bx * ay + 2 * bx * by)) / 24;
	}
	if (Math.abs(area) < 1e-9) return undefined;
	const [mxx, myy, mxy] = [sxx / area, syy / area, sxy / area];
	const middle = (mxx + myy) / 2;
	const spread = Math.sqrt(((mxx - myy) / 2) * ((mxx - myy) / 2) + mxy * mxy);
	const rx = 2 * Math.sqrt(Math.max(0, middle + spread));
	const ry = 2 * Math.sqrt(Math.max(0, middle - spread));
	if (!(ry > 0)) return undefined;
	const direction = spread < 1e-9 * middle ? 0 : (directionDeg(mxx - myy, 2 * mxy) / 2) % 180;
	const [c, s] = [cosDeg(direction), sinDeg(direction)];
	let error = 0;
	for (const [px, py] of points) {
		const u = ((px - x) * c + (py - y) * s) / rx;
		const v = (-(px - x) * s + (py - y) * c) / ry;
		error = Math.max(error, Math.abs(distance(0, 0, u, v) - 1));
	}
	return { x, y, rx, ry, direction, error };
}

/** Points round an ellipse, as many as a smooth rim needs. `up` is 1 where y grows upwards, else -1. */
export function rimOf(x: number, y: number, rx: number, ry: number, turned: number, up: number, count = 72): Point[] {
	const [c, s] = [cosDeg(turned), up * sinDeg(turned)];
	return Array.from({ length: count }, (_, i) => {
		const [u, v] = [rx * cosDeg((360 * i) / count), up * ry * sinDeg((360 * i) / count)];
		return [x + u * c - v * s, y + u * s + v * c] as const;
	});
}
