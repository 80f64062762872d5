import type { Figure } from "../figures/figure.ts";
import type { Bounds } from "../geometry/points.ts";
import { cornersOf } from "./outline-relations.ts";

/** Several figures treated as one, by their common bounding box. */
export interface Grouped extends Figure {
	/** Indices of the figures that it is made of. */
	readonly members: readonly number[];
}

/** The box round some figures, as a figure in the place of the first of them. */
export function grouped(figures: readonly Figure[]): Grouped {
	const first = figures[0] as Figure;
	const bounds: Bounds = {
		left: Math.min(...figures.map((f) => f.bounds.left)),
		right: Math.max(...figures.map((f) => f.bounds.right)),
		low: Math.min(...figures.map((f) => f.bounds.low)),
		high: Math.max(...figures.map((f) => f.bounds.high)),
	};
	const [width, height] = [bounds.right - bounds.left, bounds.high - bounds.low];
	const { oval: _oval, bend: _bend, rim: _rim, star: _star, lettering: _lettering, ...plain } = first;
	return {
		...plain,
		get visible() {
			return first.visible;
		},
		get onSheet() {
			return Math.min(...figures.map((f) => f.onSheet));
		},
		get seenAcross() {
			return Math.max(...figures.map((f) => f.seenAcross));
		},
		get contrast() {
			return first.contrast;
		},
		members: figures.map((f) => f.index),
		points: cornersOf(bounds),
		closed: true,
		gap: 0,
		bounds,
		centre: [(bounds.left + bounds.right) / 2, (bounds.low + bounds.high) / 2],
		width,
		height,
		sides: [width, height, width, height],
		angles: [90, 90, 90, 90],
		rotation: 0,
		area: width * height,
		perimeter: 2 * (width + height),
		start: [bounds.left, bounds.low],
		end: [bounds.left, bounds.low],
		entries: figures.flatMap((f) => f.entries),
		lines: [...new Set(figures.flatMap((f) => f.lines))].sort((a, b) => a - b),
	};
}

/** Indices of the figures that a figure stands for: its own, or those of its members. */
export function membersOf(figure: Figure | Grouped): readonly number[] {
	return "members" in figure ? figure.members : [figure.index];
}
