import { cosDeg, sinDeg } from "../geometry/trig.ts";

/**
 * Where a picture goes: mirrored left to right, then enlarged, then turned (degrees anticlockwise as seen), all about
 * 0, 0, then moved. `up` is 1 where y grows upwards, else -1.
 */
export interface Placement {
	readonly x: number;
	readonly y: number;
	readonly scale: number;
	readonly turned: number;
	readonly mirrored: boolean;
	readonly up: 1 | -1;
}

/** A point where a place puts it. */
export function placed({ x, y, scale, turned, mirrored, up }: Placement, px: number, py: number): [number, number] {
	const [sx, sy] = [scale * (mirrored ? -px : px), scale * py];
	if (turned === 0) return [x + sx, y + sy];
	const [c, s] = [cosDeg(turned), up * sinDeg(turned)];
	return [x + sx * c - sy * s, y + sx * s + sy * c];
}
