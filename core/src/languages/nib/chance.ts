/**
 * Random numbers by xoshiro128** 1.1 (Blackman and Vigna 2018), its state filled from the seed by splitmix32. Fixed
 * for a major version: the same seed gives the same numbers everywhere.
 *
 * @param seed a whole number
 * @returns a function whose results are at least 0 and below 1, in steps of 2^-53
 */
export function chance(seed: number): () => number {
	let s = (seed ^ Math.floor(seed / 4294967296)) | 0;
	const split = () => {
		s = (s + 0x9e3779b9) | 0;
		let z = s ^ (s >>> 16);
		z = Math.imul(z, 0x21f0aaad);
		z ^= z >>> 15;
		z = Math.imul(z, 0x735a2d97);
		return z ^ (z >>> 15);
	};
	let [a, b, c, d] = [split(), split(), split(), split()];
	const next = () => {
		const five = Math.imul(b, 5);
		const result = Math.imul((five << 7) | (five >>> 25), 9) >>> 0;
		const t = b << 9;
		c ^= a;
		d ^= b;
		b ^= c;
		a ^= d;
		c ^= t;
		d = (d << 11) | (d >>> 21);
		return result;
	};
	return () => ((next() >>> 5) * 67108864 + (next() >>> 6)) / 9007199254740992;
}
