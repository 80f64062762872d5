import type { Bounds } from "../../geometry/points.ts";
import { cosDeg, sinDeg } from "../../geometry/trig.ts";

/** Entries of a picture in columns, in the picture's own coordinates. Styles and texts are the run's, by number. */
export interface Entries {
	readonly length: number;
	readonly kind: Uint8Array;
	readonly line: Uint32Array;
	readonly style: Uint32Array;
	/** Where each entry's coordinates begin; one more than there are entries. */
	readonly at: Uint32Array;
	readonly coords: Float64Array;
}

/** A picture as a value of a running program; nothing changes it. */
export class Picture {
	readonly entries: Entries;
	/** The upright box round its own box as that is turned: in its own coordinates. */
	readonly box: Bounds;
	/** Its own box before it was turned, and by how much it was: turned again and again, it doesn't grow. */
	readonly upright: Bounds;
	readonly tilt: number;
	/** Lines of the picture blocks that it is made of. */
	readonly sources: readonly number[];

	constructor(entries: Entries, upright: Bounds, sources: readonly number[], tilt = 0) {
		this.entries = entries;
		this.upright = upright;
		this.tilt = tilt % 360;
		this.box = this.tilt === 0 ? upright : turnedBox(upright, this.tilt);
		this.sources = sources;
	}

	get width(): number {
		return this.box.right - this.box.left;
	}

	get height(): number {
		return this.box.high - this.box.low;
	}
}

/** The upright box round a box that is turned about its middle. */
function turnedBox({ left, low, right, high }: Bounds, angle: number): Bounds {
	const [c, s] = [Math.abs(cosDeg(angle)), Math.abs(sinDeg(angle))];
	const [x, y, w, h] = [(left + right) / 2, (low + high) / 2, (right - left) / 2, (high - low) / 2];
	const [across, up] = [w * c + h * s, w * s + h * c];
	return { left: x - across, right: x + across, low: y - up, high: y + up };
}
