import type { Bounds } from "../geometry/points.ts";

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
	/** Its box in its own coordinates. */
	readonly box: Bounds;
	/** Lines of the picture blocks that it is made of. */
	readonly sources: readonly number[];

	constructor(entries: Entries, box: Bounds, sources: readonly number[]) {
		this.entries = entries;
		this.box = box;
		this.sources = sources;
	}

	get width(): number {
		return this.box.right - this.box.left;
	}

	get height(): number {
		return this.box.high - this.box.low;
	}
}
