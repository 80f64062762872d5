import type { Bounds } from "../geometry/points.ts";
import { CELLS_ACROSS, cellsOf, type Layer, likenessOf } from "../raster/likeness.ts";
import type { Figure } from "./figure.ts";
import { inkOf } from "./ink.ts";

/** What may differ between two drawings that are compared. */
export interface Ignoring {
	readonly place?: boolean;
	readonly scale?: boolean;
	readonly colour?: boolean;
	readonly paper?: boolean;
}

/** A drawing that is compared. */
interface Seen {
	readonly figures: readonly Figure[];
	readonly paper: number;
	readonly sheet: Bounds;
	readonly up: 1 | -1;
}

/**
 * Likeness of two drawings, 0 to 1: the share of painted area and edges that looks the same in both.
 *
 * @param same whether two colours count as one
 */
export function likeness(one: Seen, other: Seen, ignoring: Ignoring, same: (a: number, b: number) => boolean): number {
	const papers = ignoring.colour || ignoring.paper ? undefined : ([one.paper, other.paper] as const);
	const [p, q] = windowsOf(one, other, ignoring);
	const cells = ([of, window]: readonly [Seen, Bounds]) => {
		const cell = Math.max(window.right - window.left, window.high - window.low, 1e-6) / CELLS_ACROSS;
		return cellsOf(layersOf(of.figures, of.up, cell), window, cell);
	};
	return likenessOf(cells([one, p]), cells([other, q]), { same: ignoring.colour ? () => true : same, papers });
}

/** Fill and line of each figure, lines wide enough to be met by the grid. */
function layersOf(figures: readonly Figure[], up: 1 | -1, cell: number): Layer[] {
	return figures.flatMap((f) => {
		const layers: Layer[] = [];
		if (f.fill !== -1)
			layers.push({ region: inkOf(f, { fill: f.fill, outline: -1, outlineWidth: 0 }, up), colour: f.fill });
		if (f.outline !== -1)
			layers.push({
				region: inkOf(f, { fill: -1, outline: f.outline, outlineWidth: Math.max(f.outlineWidth, 1.5 * cell) }, up),
				colour: f.outline,
			});
		return layers;
	});
}

function boxOf(figures: readonly Figure[], otherwise: Bounds): Bounds {
	if (figures.length === 0) return otherwise;
	const all = figures.map((f) => f.bounds);
	return {
		left: Math.min(...all.map((b) => b.left)),
		right: Math.max(...all.map((b) => b.right)),
		low: Math.min(...all.map((b) => b.low)),
		high: Math.max(...all.map((b) => b.high)),
	};
}

/** The windows in which the two are compared: the sheet, or a box round each that is moved and sized with it. */
function windowsOf(
	one: { readonly figures: readonly Figure[]; readonly sheet: Bounds },
	other: { readonly figures: readonly Figure[]; readonly sheet: Bounds },
	{ place, scale }: Ignoring,
): [Bounds, Bounds] {
	if (!place && !scale) return [one.sheet, one.sheet];
	const [a, b] = [boxOf(one.figures, one.sheet), boxOf(other.figures, other.sheet)];
	const size = (box: Bounds) => Math.max(box.right - box.left, box.high - box.low, 1);
	const span = scale ? [size(a), size(b)] : [Math.max(size(a), size(b)), Math.max(size(a), size(b))];
	const round = (box: Bounds, wide: number): Bounds => {
		const [x, y, half] = [(box.left + box.right) / 2, (box.low + box.high) / 2, wide * 0.55];
		return { left: x - half, right: x + half, low: y - half, high: y + half };
	};
	return [round(a, span[0] as number), round(b, span[1] as number)];
}
