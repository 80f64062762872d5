import type { Drawing, Figure } from "../figures/figure.ts";

/** Finds, for figures of one run, those that the same lines drew in another run of the same program. */
export class Counterparts {
	private readonly theirs = new Map<string, Figure[]>();
	private readonly ours = new Map<Figure, number>();

	constructor(own: Drawing, other: Drawing) {
		const count = new Map<string, number>();
		for (const figure of own.figures) {
			const key = keyOf(figure);
			const k = count.get(key) ?? 0;
			this.ours.set(figure, k);
			count.set(key, k + 1);
		}
		for (const figure of other.figures) {
			const key = keyOf(figure);
			const row = this.theirs.get(key);
			if (row) row.push(figure);
			else this.theirs.set(key, [figure]);
		}
	}

	/** The k-th figure of the same lines; undefined if there is none. */
	of(figure: Figure): Figure | undefined {
		const k = this.ours.get(figure);
		return k === undefined ? undefined : this.theirs.get(keyOf(figure))?.[k];
	}
}

const keyOf = ({ lines }: Figure) => lines.join(",");
