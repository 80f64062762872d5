import type { Figure, Kind } from "../figures/figure.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance, type Point } from "../geometry/points.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Taken } from "./scene.ts";
import { isColour, kindsOf, type Selector, sameText, statedSizes } from "./selector.ts";

/** What criteria add to what a selector states: places for each wanted figure, and sizes. */
export interface Stated {
	readonly places: readonly { readonly at: readonly Point[]; readonly of: (figure: Figure) => Point | undefined }[];
	readonly sizes: readonly { readonly wanted: number; readonly found: (figure: Figure) => number | undefined }[];
}

const WEIGHT = { kind: 3, place: 2, size: 2, other: 1 } as const;

/** Kinds that a beginner takes for one another; a figure of a related kind costs a third. */
const RELATED: readonly (readonly Kind[])[] = [
	["circle", "ellipse"],
	["rect", "square", "rounded-rect", "parallelogram", "rhombus", "trapezium", "kite", "quadrilateral"],
	["triangle", "right-triangle", "isosceles-triangle", "equilateral-triangle", "scalene-triangle"],
	["line", "polyline"],
	["regular-polygon", "polygon", "circle"],
	["polyline", "triangle", "right-triangle", "quadrilateral", "rect", "polygon"],
];

function related(figure: Figure, kinds: readonly Kind[]): boolean {
	const own = figure.kinds[0] as Kind;
	return RELATED.some((group) => kinds.some((k) => group.includes(k)) && (group.includes(own) || figure.kinds.some((k) => k !== "polygon" && group.includes(k))));
}

/** Cost of taking a drawn figure for a wanted one, and the weights that applied. */
function costOf(figure: Figure, of: Selector, stated: Stated | undefined, slot: number, quarter: number): { cost: number; weights: number } {
	let cost = 0;
	let weights = 0;
	const add = (weight: number, off: number) => {
		cost += weight * Math.min(1, off);
		weights += weight;
	};
	const kinds = kindsOf(of);
	if (kinds) add(WEIGHT.kind, kinds.some((k) => figure.kinds.includes(k)) ? 0 : related(figure, kinds) ? 1 / 3 : 1);
	for (const { at, of: anchor } of stated?.places ?? []) {
		const [wanted, found] = [at[Math.min(slot, at.length - 1)] as Point, anchor(figure)];
		add(WEIGHT.place, found ? distance(wanted[0], wanted[1], found[0], found[1]) / quarter : 1);
	}
	const sizes = [...statedSizes(of), ...(stated?.sizes ?? [])];
	if (sizes.length > 0) add(WEIGHT.size, sizes.reduce((sum, { wanted, found }) => sum + Math.min(1, sizeOff(found(figure), wanted)), 0) / sizes.length);
	if (of.sides !== undefined) add(WEIGHT.other, Math.abs(figure.sides.length - of.sides) / of.sides);
	if (of.fill !== undefined) add(WEIGHT.other, isColour(figure.fill, of.fill) ? 0 : 1);
	if (of.outline !== undefined) add(WEIGHT.other, isColour(figure.outline, of.outline) ? 0 : 1);
	if (of.filled !== undefined) add(WEIGHT.other, (figure.fill !== -1) === of.filled ? 0 : 1);
	if (of.text !== undefined) add(WEIGHT.other, figure.lettering && sameText(figure.lettering.text, of.text) ? 0 : 1);
	return { cost, weights };
}

/** Doublings between a found and a wanted size. */
function sizeOff(found: number | undefined, wanted: number): number {
	if (found === undefined || !(found > 0) || !(wanted > 0)) return found === wanted ? 0 : 1;
	let ratio = found > wanted ? found / wanted : wanted / found;
	if (ratio >= 2) return 1;
	// log2 of a ratio below 2, by squaring; good to 1e-6, which is more than a cost needs.
	let bits = 0;
	for (let i = 1, half = 0.5; i <= 20; i++, half /= 2) {
		ratio *= ratio;
		if (ratio >= 2) {
			bits += half;
			ratio /= 2;
		}
	}
	return bits;
}

/** More figures than this are first thinned to those nearest to something wanted. */
const MANY = 400;

/**
 * Matches drawn figures to wanted ones, all at once, by least total cost. A wanted figure stays unmatched rather than
 * cost more than half of the weights that apply to it.
 */
export function match(figures: readonly Figure[], wanted: ReadonlyMap<string, Selector>, stated: ReadonlyMap<string, Stated>, sheet: Sheet): Map<string, Taken> {
	const quarter = distance(0, 0, sheet.width, sheet.height) / 4;
	const rows: { name: string; of: Selector; slot: number }[] = [];
	for (const [name, of] of wanted) for (let slot = 0; slot < (of.number ?? 1); slot++) rows.push({ name, of, slot });
	const drawn = thinned(figures, rows, stated, quarter);
	const cost = rows.map(({ name, of, slot }, r) => {
		const row = drawn.map((figure) => {
			const { cost: c, weights } = costOf(figure, of, stated.get(name), slot, quarter);
			return c > weights / 2 + 1e-9 ? 1e6 : c + figure.index * 1e-7;
		});
		// One place for each wanted figure to stay empty, dearer than any match that is allowed.
		for (let k = 0; k < rows.length; k++) row.push(k === r ? 100 : 1e6);
		return row;
	});
	const columns = rows.length > 0 ? leastCost(cost) : [];
	const slots = new Map<string, (Figure | undefined)[]>();
	rows.forEach(({ name }, r) => {
		const column = columns[r] as number;
		const taken = ((cost[r] as number[])[column] as number) < 100 ? drawn[column] : undefined;
		const own = slots.get(name) ?? [];
		own.push(taken);
		slots.set(name, own);
	});
	return new Map([...wanted].map(([name, selector]) => [name, { name, selector, slots: slots.get(name) ?? [] }]));
}

function thinned(
	figures: readonly Figure[],
	rows: readonly { name: string; of: Selector; slot: number }[],
	stated: ReadonlyMap<string, Stated>,
	quarter: number,
): readonly Figure[] {
	if (figures.length <= MANY) return figures;
	const kept = new Set<Figure>();
	const each = Math.max(4, Math.floor(MANY / Math.max(1, rows.length)));
	for (const { name, of, slot } of rows) {
		const costs = figures.map((figure) => ({ figure, cost: costOf(figure, of, stated.get(name), slot, quarter).cost }));
		costs.sort((a, b) => a.cost - b.cost || a.figure.index - b.figure.index);
		for (const { figure } of costs.slice(0, each + rows.length)) kept.add(figure);
	}
	return [...kept].sort((a, b) => a.index - b.index);
}
