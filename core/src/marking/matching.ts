import type { Figure, FigureKind } from "../figures/figure.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance, type Point } from "../geometry/points.ts";
import { isColour } from "./paint-words.ts";
import { type Preferred, slotKey } from "./preferred.ts";
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

/** What figures are matched to. */
export interface Wanted {
	readonly figures: ReadonlyMap<string, Selector>;
	readonly stated: ReadonlyMap<string, StatedProperties>;
	readonly preferred?: Preferred | undefined;
}

function rowsOf(wanted: ReadonlyMap<string, Selector>, selection: Selection): Row[] {
	const rows: Row[] = [];
	for (const [name, of] of wanted) {
		if (of["group of"] !== undefined) continue;
		const narrowed = selection.narrowed(of);
		for (let slot = 0; slot < (of.number ?? 1); slot++)
			rows.push({ name, of, slot, narrowed: narrowed && new Set(narrowed) });
	}
	return rows;
}

/**
 * Matches drawn figures to wanted ones, all at once, by least total cost. A wanted figure stays unmatched rather than
 * cost more than half of the weights that apply to it. What `pick`, `drawn`, `inside` and `not: NAME` narrow a name
 * to is settled before.
 */
export function match(figures: readonly Figure[], wanted: Wanted, selection: Selection): Map<string, FigureMatch> {
	const rows = rowsOf(wanted.figures, selection);
	const slots = new Map<string, (Figure | undefined)[]>();
	matched(figures, rows, wanted, selection).forEach((taken, r) => {
		const { name } = rows[r] as Row;
		const own = slots.get(name) ?? [];
		own.push(taken);
		slots.set(name, own);
	});
	return new Map(
		[...wanted.figures].map(([name, selector]) => [name, { name, selector, slots: slots.get(name) ?? [] }]),
	);
}

/** How much dearer a match may be and still be as good as another one: half of what a stated colour weighs. */
const NEARLY = 0.5;
/** Exchanges that are worth a try, the cheapest first. */
const MAX_EXCHANGES = 12;
/** Wanted figures, and drawn ones that nothing was taken for, beyond which exchanges aren't looked for. */
const MAX_ROWS = 60;

/**
 * Other ways to match that cost the same or nearly: two wanted figures exchanged, or one that takes a figure which
 * nothing was taken for. The cheapest come first.
 */
export function exchanges(
	figures: readonly Figure[],
	wanted: Wanted,
	matches: ReadonlyMap<string, FigureMatch>,
	selection: Selection,
): Preferred[] {
	const rows = rowsOf(wanted.figures, selection);
	const taken = rows.map(({ name, slot }) => matches.get(name)?.slots[slot]);
	const used = new Set(taken);
	const free = figures.filter((f) => !used.has(f));
	if (rows.length > MAX_ROWS || free.length > MAX_ROWS) return [];
	const { width, height } = selection.sheet;
	const costs = new Costs(rows, wanted.stated, distance(0, 0, width, height) / 4, selection);
	const found: { dearer: number; preferred: Preferred }[] = [];
	const add = (dearer: number, pairs: readonly (readonly [Row, Figure])[]) => {
		if (dearer > NEARLY) return;
		const preferred = new Map(wanted.preferred);
		for (const [{ name, slot }, figure] of pairs) preferred.set(slotKey(name, slot), figure.index);
		found.push({ dearer, preferred });
	};
	/** For each name and free figure the cheapest row; places of one name are assigned later anyway. */
	const instead = new Map<string, { row: Row; figure: Figure; dearer: number }>();
	rows.forEach((row, r) => {
		const own = taken[r];
		if (!own) return;
		const now = costs.of(row, own);
		rows.slice(r + 1).forEach((other, i) => {
			const its = taken[r + 1 + i];
			if (!its || other.name === row.name) return;
			const then = costs.of(row, its) + costs.of(other, own);
			add(then - now - costs.of(other, its), [
				[row, its],
				[other, own],
			]);
		});
		for (const figure of free) {
			const [key, dearer] = [`${row.name} ${figure.index}`, costs.of(row, figure) - now];
			if (dearer < (instead.get(key)?.dearer ?? Number.POSITIVE_INFINITY)) instead.set(key, { row, figure, dearer });
		}
	});
	for (const { row, figure, dearer } of instead.values()) add(dearer, [[row, figure]]);
	return found
		.sort((a, b) => a.dearer - b.dearer)
		.slice(0, MAX_EXCHANGES)
		.map(({ preferred }) => preferred);
}

/** The figures taken for a selector that has a number but no name. */
export function matchOne(figures: readonly Figure[], of: Selector, selection: Selection): (Figure | undefined)[] {
	const narrowed = selection.narrowed(of);
	const rows = Array.from(
		{ length: of.number ?? 1 },
		(_, slot): Row => ({ name: "", of, slot, narrowed: narrowed && new Set(narrowed) }),
	);
	return matched(figures, rows, { figures: new Map(), stated: new Map() }, selection);
}

/** For each wanted figure the one taken for it. */
function matched(
	figures: readonly Figure[],
	rows: readonly Row[],
	{ stated, preferred }: Wanted,
	selection: Selection,
): (Figure | undefined)[] {
	if (rows.length === 0) return [];
	const { width, height } = selection.sheet;
	const quarter = distance(0, 0, width, height) / 4;
	const costs = new Costs(rows, stated, quarter, selection);
	const drawn = newestFirst(costs.thinned(figures));
	const table = rows.map((row, r) => {
		const first = preferred?.get(slotKey(row.name, row.slot));
		const line = drawn.map(
			(figure, rank) => costs.of(row, figure) + rank * EARLIER - (figure.index === first ? PREFERRED : 0),
		);
		// One place for each wanted figure to stay empty: an unlike figure doesn't push others out of theirs.
		for (let k = 0; k < rows.length; k++) line.push(k === r ? costs.ofNone(row, drawn[0]) : FORBIDDEN);
		return line;
	});
	return leastCost(table).map((column, r) =>
		((table[r] as number[])[column] as number) < FORBIDDEN - PREFERRED ? drawn[column] : undefined,
	);
}

/** Figures in the order in which they are taken where nothing else decides: of several frames the last comes first. */
function newestFirst(figures: readonly Figure[]): readonly Figure[] {
	if (figures.every((f) => f.frame === figures[0]?.frame)) return figures;
	return [...figures].sort((a, b) => b.frame - a.frame || a.index - b.index);
}

const FORBIDDEN = 1e6;
/** What a figure that is to be taken costs less: more than everything that can be stated of it. */
const PREFERRED = 100;
/** What coming later costs, so that of two alike the first is taken. */
const EARLIER = 1e-7;
/** How much dearer an empty place is than half of the weights: a match that costs just that is taken. */
const EMPTY = 1e-3;

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
		return cost > weights / 2 + 1e-9 ? FORBIDDEN : cost;
	}

	/** What it costs that nothing is taken for a wanted figure: half of the weights that apply to it. */
	ofNone(row: Row, any: Figure | undefined): number {
		return any ? costOf(any, row, this.stated.get(row.name), this).weights / 2 + EMPTY : 0;
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
