import type { Figure, FigureKind } from "../figures/figure.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance, type Point } from "../geometry/points.ts";
import { isColour } from "./paint-words.ts";
import type { FigureMatch } from "./scene.ts";
import type { Selection } from "./selection.ts";
import { kindsOf, type Selector, type Sized, sameText, statedSizes } from "./selector.ts";
import type { StatedProperties } from "./stated-properties.ts";

const WEIGHT = { kind: 3, place: 2, size: 2, other: 1 } as const;

/** Kinds that a beginner takes for one another; a figure of a related kind costs a third. */
const RELATED: readonly (readonly FigureKind[])[] = [
	["circle", "ellipse"],
	["rect", "square", "rounded-rect", "parallelogram", "rhombus", "trapezium", "kite", "quadrilateral"],
	["triangle", "right-triangle", "isosceles-triangle", "equilateral-triangle", "scalene-triangle"],
	["line", "polyline"],
	["regular-polygon", "polygon", "circle"],
	["polyline", "triangle", "right-triangle", "quadrilateral", "rect", "polygon"],
];

function related(figure: Figure, kinds: readonly FigureKind[]): boolean {
	const own = figure.kinds[0] as FigureKind;
	return RELATED.some(
		(group) =>
			kinds.some((k) => group.includes(k)) &&
			(group.includes(own) || figure.kinds.some((k) => k !== "polygon" && group.includes(k))),
	);
}

/** A wanted figure: its name, selector, number among those of its name, and the figures that it is narrowed to. */
interface Row {
	readonly name: string;
	readonly of: Selector;
	readonly slot: number;
	readonly narrowed: ReadonlySet<Figure> | undefined;
}

/** Cost of taking a drawn figure for a wanted one, and the weights that applied. */
function costOf(
	figure: Figure,
	{ of, slot }: Row,
	stated: StatedProperties | undefined,
	{ quarter, selection }: { readonly quarter: number; readonly selection: Selection },
): { cost: number; weights: number } {
	let cost = 0;
	let weights = 0;
	const add = (weight: number, off: number) => {
		cost += weight * Math.min(1, off);
		weights += weight;
	};
	const kinds = kindsOf(of);
	if (kinds) add(WEIGHT.kind, kinds.some((k) => figure.kinds.includes(k)) ? 0 : related(figure, kinds) ? 1 / 3 : 1);
	for (const { at, of: anchor } of stated?.places ?? []) {
		const [wanted, found] = [at[Math.min(slot, at.length - 1)] as Point, anchor(figure, selection.up)];
		add(WEIGHT.place, found ? distance(wanted[0], wanted[1], found[0], found[1]) / quarter : 1);
	}
	const sizes = [...statedSizes(of), ...(stated?.sizes ?? [])];
	if (sizes.length > 0)
		add(
			WEIGHT.size,
			sizes.reduce((sum, { wanted, found }) => sum + Math.min(1, sizeOff(found(figure), wanted)), 0) / sizes.length,
		);
	if (of.sides !== undefined) add(WEIGHT.other, Math.abs(figure.sides.length - of.sides) / of.sides);
	if (of.fill !== undefined) add(WEIGHT.other, isColour(figure.fill, of.fill) ? 0 : 1);
	if (of.outline !== undefined) add(WEIGHT.other, isColour(figure.outline, of.outline) ? 0 : 1);
	if (of.filled !== undefined) add(WEIGHT.other, (figure.fill !== -1) === of.filled ? 0 : 1);
	if (of.text !== undefined) add(WEIGHT.other, figure.lettering && sameText(figure.lettering.text, of.text) ? 0 : 1);
	for (const met of selection.others(figure, of)) add(WEIGHT.other, met ? 0 : 1);
	if (of["wider than high"] || of["higher than wide"]) add(WEIGHT.other, selection.isForm(figure, of) ? 0 : 1);
	return { cost, weights };
}

/** Doublings between a found and a wanted size. */
function sizeOff(found: number | undefined, asked: Sized): number {
	const wanted = typeof asked === "number" ? asked : Math.min(Math.max(found ?? 0, asked.between[0]), asked.between[1]);
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
 * cost more than half of the weights that apply to it. What `pick`, `drawn`, `inside` and `not: NAME` narrow a name
 * to is settled before.
 */
export function match(
	figures: readonly Figure[],
	wanted: ReadonlyMap<string, Selector>,
	stated: ReadonlyMap<string, StatedProperties>,
	selection: Selection,
): Map<string, FigureMatch> {
	const rows: Row[] = [];
	for (const [name, of] of wanted) {
		if (of["group of"] !== undefined) continue;
		const narrowed = selection.narrowed(of);
		for (let slot = 0; slot < (of.number ?? 1); slot++)
			rows.push({ name, of, slot, narrowed: narrowed && new Set(narrowed) });
	}
	const slots = new Map<string, (Figure | undefined)[]>();
	matched(figures, rows, stated, selection).forEach((taken, r) => {
		const { name } = rows[r] as Row;
		const own = slots.get(name) ?? [];
		own.push(taken);
		slots.set(name, own);
	});
	return new Map([...wanted].map(([name, selector]) => [name, { name, selector, slots: slots.get(name) ?? [] }]));
}

/** The figures taken for a selector that has a number but no name. */
export function matchOne(figures: readonly Figure[], of: Selector, selection: Selection): (Figure | undefined)[] {
	const narrowed = selection.narrowed(of);
	const rows = Array.from(
		{ length: of.number ?? 1 },
		(_, slot): Row => ({ name: "", of, slot, narrowed: narrowed && new Set(narrowed) }),
	);
	return matched(figures, rows, new Map(), selection);
}

/** For each wanted figure the one taken for it. */
function matched(
	figures: readonly Figure[],
	rows: readonly Row[],
	stated: ReadonlyMap<string, StatedProperties>,
	selection: Selection,
): (Figure | undefined)[] {
	if (rows.length === 0) return [];
	const { width, height } = selection.sheet;
	const quarter = distance(0, 0, width, height) / 4;
	const costs = new Costs(rows, stated, quarter, selection);
	const drawn = costs.thinned(figures);
	const table = rows.map((row, r) => {
		const line = drawn.map((figure) => costs.of(row, figure));
		// One place for each wanted figure to stay empty, dearer than any match that is allowed.
		for (let k = 0; k < rows.length; k++) line.push(k === r ? 100 : FORBIDDEN);
		return line;
	});
	return leastCost(table).map((column, r) =>
		((table[r] as number[])[column] as number) < 100 ? drawn[column] : undefined,
	);
}

const FORBIDDEN = 1e6;

/** What each drawn figure costs in the place of each wanted one. */
class Costs {
	private readonly rows: readonly Row[];
	private readonly stated: ReadonlyMap<string, StatedProperties>;
	/** A quarter of the sheet's diagonal: places farther off than that cost no more. */
	readonly quarter: number;
	readonly selection: Selection;

	constructor(
		rows: readonly Row[],
		stated: ReadonlyMap<string, StatedProperties>,
		quarter: number,
		selection: Selection,
	) {
		this.rows = rows;
		this.stated = stated;
		this.quarter = quarter;
		this.selection = selection;
	}

	of(row: Row, figure: Figure): number {
		if (row.narrowed && !row.narrowed.has(figure)) return FORBIDDEN;
		const { cost, weights } = costOf(figure, row, this.stated.get(row.name), this);
		return cost > weights / 2 + 1e-9 ? FORBIDDEN : cost + figure.index * 1e-7;
	}

	/** The figures that are likest to something wanted, where there are very many. */
	thinned(figures: readonly Figure[]): readonly Figure[] {
		if (figures.length <= MANY) return figures;
		const kept = new Set<Figure>();
		const each = Math.max(4, Math.floor(MANY / Math.max(1, this.rows.length)));
		const seen = new Set<string>();
		for (const row of this.rows) {
			// Slots of one name without places of their own cost the same everywhere.
			const key = (this.stated.get(row.name)?.places.length ?? 0) === 0 ? row.name : `${row.name} ${row.slot}`;
			if (seen.has(key)) continue;
			seen.add(key);
			const costs = figures.map((figure) => ({ figure, cost: this.of(row, figure) }));
			costs.sort((a, b) => a.cost - b.cost || a.figure.index - b.figure.index);
			for (const { figure } of costs.slice(0, each + this.rows.length)) kept.add(figure);
		}
		return [...kept].sort((a, b) => a.index - b.index);
	}
}
