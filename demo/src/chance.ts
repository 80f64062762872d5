/** Numbers by chance that are the same everywhere: mulberry32, of a seed in 32 bits. */
export class Chance {
	private state: number;

	constructor(seed: number) {
		this.state = seed >>> 0;
	}

	/** From 0 up to 1, without 1. */
	next(): number {
		this.state = (this.state + 0x6d2b79f5) >>> 0;
		let t = this.state;
		t = Math.imul(t ^ (t >>> 15), t | 1);
		t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
		return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
	}

	/** A whole number from 0 up to a limit, without it. */
	below(limit: number): number {
		return Math.floor(this.next() * limit);
	}

	/** The same things in another order. */
	shuffled<T>(things: readonly T[]): T[] {
		const all = [...things];
		for (let i = all.length - 1; i > 0; i--) {
			const j = this.below(i + 1);
			[all[i], all[j]] = [all[j] as T, all[i] as T];
		}
		return all;
	}
}
