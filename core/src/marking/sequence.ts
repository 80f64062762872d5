import type { Figure } from "../figures/figure.ts";

/** Where counting begins. */
export const STARTS = ["left", "right", "top", "bottom", "first drawn"] as const;
export type Start = (typeof STARTS)[number];

/** Figures in the order in which a reader counts them. @param up 1 where y grows upwards, else -1 */
export function inDirection(figures: readonly Figure[], from: Start, up: number): Figure[] {
	const key = (f: Figure) => {
		switch (from) {
			case "left":
				return f.centre[0];
			case "right":
				return -f.centre[0];
			case "top":
				return -up * f.centre[1];
			case "bottom":
				return up * f.centre[1];
			case "first drawn":
				return f.index;
		}
	};
	return [...figures].sort((a, b) => key(a) - key(b) || a.index - b.index);
}

/** Neighbours: each figure with the next along the direction in which they are spread most. */
export function neighbours(figures: readonly Figure[]): [Figure, Figure][] {
	const spread = (axis: 0 | 1) =>
		Math.max(...figures.map((f) => f.centre[axis])) - Math.min(...figures.map((f) => f.centre[axis]));
	const row = inDirection(figures, spread(0) >= spread(1) ? "left" : "bottom", 1);
	return row.slice(1).map((figure, i) => [row[i] as Figure, figure]);
}

/** Every two of some figures, the earlier first. */
export function pairs(figures: readonly Figure[]): [Figure, Figure][] {
	return figures.flatMap((a, i) => figures.slice(i + 1).map((b): [Figure, Figure] => [a, b]));
}
