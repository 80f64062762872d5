import type { Drawing, Figure } from "../figures/figure.ts";
import { overlapOf } from "../figures/overlap.ts";
import { type Sheet, sheetBounds, upward } from "../tape/layout.ts";
import { isInside } from "./outline-relations.ts";
import { isColour } from "./paint-words.ts";
import { kindsOf, namesIn, type Selector, sameText, sizeOffset, statedSizes } from "./selector.ts";
import { outsideBy, zoneBounds } from "./zone.ts";

/** What the program tells of a figure beyond the drawing. */
export interface Facts {
	/** Routines whose calls drew it, the innermost first. */
	routines(figure: Figure): readonly string[];
	/** Whether the program has a routine of that name. */
	has(routine: string): boolean;
	/** Whether the statements that drew it follow a name, or chance. */
	follows(figure: Figure, name: string): boolean;
}

/** How far sizes and places may be off. */
interface Near {
	readonly position: number;
	readonly size: number;
}

/** Figures of one drawing looked up by selectors. */
export class Selection {
	private readonly drawing: Drawing;
	readonly sheet: Sheet;
	private readonly near: Near;
	private readonly names: ReadonlyMap<string, Selector>;
	private readonly facts: Facts;
	private readonly known = new Map<string, readonly Figure[]>();
	/** 1 where y grows upwards as seen, -1 if it grows downwards. */
	readonly up: 1 | -1;

	constructor(
		{ drawing, sheet }: { readonly drawing: Drawing; readonly sheet: Sheet },
		near: Near,
		names: ReadonlyMap<string, Selector>,
		facts: Facts,
	) {
		this.drawing = drawing;
		this.sheet = sheet;
		this.near = near;
		this.names = names;
		this.facts = facts;
		this.up = upward(sheet.origin);
	}

	/** The figures that meet a name's selector in full. */
	bases(name: string): readonly Figure[] {
		const known = this.known.get(name);
		if (known) return known;
		this.known.set(name, []);
		const of = this.names.get(name);
		const found = of ? this.all(of) : [];
		this.known.set(name, found);
		return found;
	}

	/** All figures that meet a selector in full, in drawing order. */
	all(of: Selector): readonly Figure[] {
		return picked(
			this.drawing.figures.filter((f) => this.meets(f, of)),
			of,
			this.up,
		);
	}

	/**
	 * The figures to which a selector's `pick`, `drawn`, `inside` and `not: NAME` narrow it; undefined if it has
	 * none of them, or where no figure is left.
	 */
	narrowed(of: Selector): readonly Figure[] | undefined {
		if (of.pick !== undefined || of.drawn !== undefined) {
			const found = this.withTies(of);
			return found.length > 0 ? found : undefined;
		}
		if (of.inside === undefined && of.not === undefined) return undefined;
		const found = this.drawing.figures.filter((f) => this.isWithin(f, of) && !this.isExcluded(f, of));
		return found.length > 0 ? found : undefined;
	}

	/** The figures that `pick` or `drawn` chooses, and those that it could as well have chosen. */
	private withTies(of: Selector): readonly Figure[] {
		const found = this.all(of);
		if (of.pick === undefined || found.length === 0) return found;
		const key = keyOf(of.pick, this.up);
		const last = Math.max(...found.map(key));
		const near = of.pick === "largest" || of.pick === "smallest" ? Math.abs(last) * 0.02 : this.near.position / 4;
		return this.drawing.figures.filter((f) => found.includes(f) || (key(f) <= last + near && this.meets(f, of)));
	}

	/** Whether a figure meets all that a selector states of itself; `pick` and `drawn` choose among those that do. */
	meets(figure: Figure, of: Selector): boolean {
		const kinds = kindsOf(of);
		if (kinds && !kinds.some((kind) => figure.kinds.includes(kind))) return false;
		if (of.sides !== undefined && figure.sides.length !== of.sides) return false;
		if (of.fill !== undefined && !isColour(figure.fill, of.fill)) return false;
		if (of.outline !== undefined && !isColour(figure.outline, of.outline)) return false;
		if (of.filled !== undefined && (figure.fill !== -1) !== of.filled) return false;
		if (of.text !== undefined && !(figure.lettering && sameText(figure.lettering.text, of.text))) return false;
		if (!statedSizes(of).every(({ wanted, found }) => sizeOffset(found(figure), wanted) <= this.near.size))
			return false;
		return (
			this.isForm(figure, of) &&
			this.isWithin(figure, of) &&
			!this.isExcluded(figure, of) &&
			this.others(figure, of).every(Boolean)
		);
	}

	/** What a selector states beside kind, size and paint, each met or not: they weigh 1 each in the matching. */
	others(figure: Figure, of: Selector): boolean[] {
		const met: boolean[] = [];
		if (of.zone !== undefined) met.push(this.isInZone(figure, of));
		if (of.on !== undefined) met.push(this.isOn(figure, of.on));
		if (of["by routine"] !== undefined) met.push(this.isByRoutine(figure, of["by routine"]));
		if (of["by variable"] !== undefined) met.push(this.facts.follows(figure, of["by variable"]));
		return met;
	}

	/** Whether a figure is wider than high, or higher than wide, where that is stated. */
	isForm({ width, height }: Figure, of: Selector): boolean {
		if (of["wider than high"] && !(width > height + 0.5)) return false;
		return !(of["higher than wide"] && !(height > width + 0.5));
	}

	private isWithin(figure: Figure, { inside }: Selector): boolean {
		return (
			inside === undefined ||
			this.bases(inside).some((outer) => outer !== figure && isInside(figure, outer, this.near.position / 2))
		);
	}

	private isExcluded(figure: Figure, { not }: Selector): boolean {
		if (not === undefined) return false;
		return typeof not === "string" ? this.bases(not).includes(figure) : this.meets(figure, not);
	}

	private isInZone(figure: Figure, { zone, of }: Selector): boolean {
		if (zone === undefined) return true;
		const box = of === undefined ? sheetBounds(this.sheet) : this.bases(of)[0]?.bounds;
		if (!box) return false;
		const where = zoneBounds(zone, box, this.up);
		const at =
			of !== undefined && typeof zone !== "string"
				? {
						left: where.left + box.left,
						right: where.right + box.left,
						low: where.low + box.low,
						high: where.high + box.low,
					}
				: where;
		return outsideBy(figure.centre, at) === 0;
	}

	private isOn(figure: Figure, name: string): boolean {
		return this.bases(name).some((under) => under.index < figure.index && overlapOf(under, figure, this.up) >= 1);
	}

	/** By the routine of that name or, where the program has none, by any call that drew a figure of that name. */
	private isByRoutine(figure: Figure, routine: string): boolean {
		const calls = this.facts.routines(figure);
		if (routine === "any") return calls.length > 0;
		if (this.facts.has(routine)) return calls.includes(routine);
		const meant = this.names.get(routine);
		return calls.length > 0 && (meant === undefined || this.meets(figure, { ...meant, "by routine": undefined }));
	}
}

/** The figures that `pick` and `drawn` choose of those that meet the rest. */
function picked(figures: readonly Figure[], of: Selector, up: number): readonly Figure[] {
	const many = of.number ?? 1;
	if (of.drawn === "first") return figures.slice(0, many);
	if (of.drawn === "last") return figures.slice(-many);
	if (of.drawn !== undefined) return figures.slice(of.drawn - 1, of.drawn);
	if (of.pick === undefined) return figures;
	const key = keyOf(of.pick, up);
	const best = [...figures].sort((a, b) => key(a) - key(b) || a.index - b.index).slice(0, many);
	return figures.filter((f) => best.includes(f));
}

/** What is smallest for the figure that is picked. */
function keyOf(pick: NonNullable<Selector["pick"]>, up: number): (figure: Figure) => number {
	switch (pick) {
		case "largest":
			return (f) => -f.width * f.height - f.perimeter * 1e-6;
		case "smallest":
			return (f) => f.width * f.height + f.perimeter * 1e-6;
		case "highest":
			return (f) => -up * f.centre[1];
		case "lowest":
			return (f) => up * f.centre[1];
		case "leftmost":
			return (f) => f.centre[0];
		case "rightmost":
			return (f) => -f.centre[0];
	}
}

/** A chain of names that comes back to its own first, if there is one. */
export function circleOf(names: ReadonlyMap<string, Selector>): readonly string[] | undefined {
	const done = new Set<string>();
	const walk = (name: string, chain: readonly string[]): readonly string[] | undefined => {
		if (chain.includes(name)) return [...chain.slice(chain.indexOf(name)), name];
		const of = names.get(name);
		if (done.has(name) || !of) return undefined;
		for (const next of namesIn(of)) {
			const found = walk(next, [...chain, name]);
			if (found) return found;
		}
		done.add(name);
		return undefined;
	};
	for (const name of names.keys()) {
		const found = walk(name, []);
		if (found) return found;
	}
	return undefined;
}
