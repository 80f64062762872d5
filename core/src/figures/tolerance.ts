/** How exact a figure must be to count as a kind. Lengths are in sheet units. */
export interface Tolerance {
	/** Relative difference of lengths that are taken as equal. */
	readonly share: number;
	/** Absolute difference of lengths that are taken as equal, however short they are. */
	readonly length: number;
	/** Difference of angles that are taken as equal, in degrees. */
	readonly angle: number;
	/** How far apart ends may be that are taken as meeting. */
	readonly join: number;
	/** Largest gap of a closed outline, as a share of its length. */
	readonly gap: number;
}

/** What a class needs that rounds its numbers. */
export const CLASS_TOLERANCE: Tolerance = Object.freeze({ share: 0.04, length: 1, angle: 3, join: 1, gap: 0.025 });

/** Relative difference of two lengths if they count as equal, else undefined. */
export function equalLengths(a: number, b: number, tolerance: Tolerance): number | undefined {
	const off = Math.abs(a - b);
	const larger = Math.max(Math.abs(a), Math.abs(b));
	if (off <= tolerance.length && off <= larger * 0.25) return larger === 0 ? 0 : off / larger;
	return off <= larger * tolerance.share ? off / larger : undefined;
}

/** The largest relative difference among lengths if all count as equal, else undefined. */
export function allEqual(lengths: readonly number[], tolerance: Tolerance): number | undefined {
	let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
	for (const length of lengths) {
		least = Math.min(least, length);
		most = Math.max(most, length);
	}
	return equalLengths(least, most, tolerance);
}
