import type { Figure } from "../../figures/figure.ts";
import { type Sheet, sheetBounds } from "../../tape/layout.ts";
import {
	type Asking,
	type Candidate,
	familyOf,
	isRound,
	type Named,
	type Plain,
	pair,
	round,
	spoken,
} from "./asking.ts";

function sizes({ name, figures, added }: Named, asking: Asking): Candidate[] {
	const first = figures[0] as Figure;
	const many = figures.length > 1 ? { credit: "by share" } : {};
	const group = "How large" as const;
	const ask = (what: string, rest: Plain): Candidate => ({
		group,
		figures: added,
		criterion: { id: asking.id(`${name}-${what}`), check: "measure", of: name, ...rest, points: 1, ...many },
	});
	const measures: Candidate[] = [];
	if (isRound(first))
		measures.push(
			ask("across", { what: "diameter", is: round(first.width) }),
			ask("radius", { what: "radius", is: round(first.width / 2) }),
		);
	else if (first.kinds.includes("line")) measures.push(ask("length", { what: "length", is: round(first.perimeter) }));
	else
		measures.push(
			ask("size", { what: ["width", "height"], is: [round(first.width), round(first.height)] }),
			ask("width", { what: "width", is: round(first.width) }),
			ask("height", { what: "height", is: round(first.height) }),
		);
	if (first.sides.length > 2)
		measures.push(ask("sides", { what: "side lengths", is: first.sides.map(round), "in any order": true }));
	if (first.outline !== -1 && first.outlineWidth > 0)
		measures.push(ask("outline-width", { what: "outline width", is: round(first.outlineWidth) }));
	if (figures.length > 1)
		measures.push(ask("same-width", { what: "width", same: true }), ask("same-height", { what: "height", same: true }));
	return measures;
}

/** Whether a figure's middle lies clearly in one quarter of the sheet. */
function isOffMiddle({ centre }: Figure, sheet: Sheet): boolean {
	const { left, right, low, high } = sheetBounds(sheet);
	const [far, up] = [right - left, high - low];
	return Math.abs(centre[0] - (left + right) / 2) > far / 20 && Math.abs(centre[1] - (low + high) / 2) > up / 20;
}

function places({ name, figures, added }: Named, asking: Asking): Candidate[] {
	const many = figures.length > 1;
	const ask = (what: string, rest: Plain): Candidate => ({
		group: "Where",
		figures: added,
		criterion: {
			id: asking.id(`${name}-${what}`),
			check: "position",
			of: name,
			...rest,
			points: 1,
			...(many && { credit: "by share" }),
		},
	});
	const first = figures[0] as Figure;
	const at = (of: (f: Figure) => readonly [number, number]) =>
		many ? figures.map((f) => pair(of(f))) : pair(of(first));
	const list = [ask("place", { at: at((f) => f.centre) })];
	if (!isRound(first)) list.push(ask("corner", { anchor: "corner", at: at((f) => [f.bounds.left, f.bounds.low]) }));
	if (isOffMiddle(first, asking.model.tape.sheet))
		for (const zone of ["upper left quarter", "upper right quarter", "lower left quarter", "lower right quarter"])
			list.push(ask("quarter", { in: zone }));
	if (many)
		list.push(
			ask("level", { on: { y: round(first.centre[1]) } }),
			ask("upright", { on: { x: round(first.centre[0]) } }),
		);
	return list;
}

function colours({ name, figures, added }: Named, asking: Asking): Candidate[] {
	const group = "Which colour" as const;
	const ask = (what: string, check: string, rest: Plain): Candidate => ({
		group,
		figures: added,
		criterion: {
			id: asking.id(`${name}-${what}`),
			check,
			of: name,
			...rest,
			points: 1,
			...(figures.length > 1 && { credit: "by share" }),
		},
	});
	const first = figures[0] as Figure;
	const [fill, outline] = [familyOf(first.fill), familyOf(first.outline)];
	const list: Candidate[] = [];
	const fills = figures.map((f) => familyOf(f.fill));
	if (fill && new Set(fills).size === 1) list.push(ask("fill", "colour", { what: "fill", is: fill }));
	else if (fills.every(Boolean) && new Set(fills).size > 1)
		list.push(
			ask("in-turn", "colour", { what: "fill", "in order": fills.slice(0, 6), from: "left" }),
			ask("in-turn", "colour", { what: "fill", "in order": fills.slice(0, 6), from: "bottom" }),
		);
	if (outline) list.push(ask("outline", "colour", { what: "outline", is: outline }));
	list.push(ask("filled", "filling", { is: "filled" }), ask("not-filled", "filling", { is: "not filled" }));
	if (figures.length > 1)
		list.push(
			ask("one-colour", "colour", { what: "fill", same: true }),
			ask("own-colour", "colour", { what: "fill", different: true }),
		);
	return list;
}

function lies({ name, figures, added }: Named, asking: Asking): Candidate[] {
	const ask = (what: string, check: string, rest: Plain): Candidate => ({
		group: "How it lies",
		figures: added,
		criterion: { id: asking.id(`${name}-${what}`), check, of: name, ...rest, points: 1 },
	});
	const first = figures[0] as Figure;
	const list: Candidate[] = [];
	if (first.angles.length > 2)
		list.push(ask("angles", "measure", { what: "angles", is: first.angles.map(round), "in any order": true }));
	if (first.kinds.includes("line"))
		list.push(ask("direction", "measure", { what: "direction", is: round(first.rotation) }));
	else if (Math.abs(first.rotation) > 0.01)
		list.push(ask("turned", "measure", { what: "rotation", is: round(first.rotation) }));
	if (first.gap > 0 || first.closed) list.push(ask("closed", "measure", { what: "closing gap", "at most": 2 }));
	if (first.turns.length > 0) list.push(ask("faces", "path", { per: "figure", facing: "same" }));
	if (figures.length > 2) {
		for (const as of ["row", "column", "ring", "grid"]) list.push(ask(as, "arrangement", { as }));
		const gaps = { gap: round(gapOf(figures)) };
		list.push(
			ask("gaps", "arrangement", { as: "row", ...gaps }),
			ask("gaps", "arrangement", { as: "column", ...gaps }),
		);
		const grows = round((figures[1] as Figure).width - first.width);
		if (grows !== 0)
			list.push(
				ask("growing", "arrangement", { growing: { what: "width", by: grows } }),
				ask("growing", "arrangement", { from: "bottom", growing: { what: "width", by: grows } }),
			);
	}
	return list;
}

/** The gap between the first two of several, along the way they lie. */
function gapOf(figures: readonly Figure[]): number {
	const sorted = [...figures].sort((a, b) => a.bounds.left - b.bounds.left || a.bounds.low - b.bounds.low);
	const [a, b] = [sorted[0] as Figure, sorted[1] as Figure];
	return Math.max(b.bounds.left - a.bounds.right, b.bounds.low - a.bounds.high, a.bounds.low - b.bounds.high, 0);
}

const RELATIONS = [
	"inside",
	"touching",
	"apart",
	"left of",
	"right of",
	"above",
	"below",
	"centred",
	"same size",
	"larger",
	"smaller",
] as const;

function beside(one: Named, others: readonly Named[], asking: Asking): Candidate[] {
	return others.flatMap((other) => {
		const figures = { ...one.added, ...other.added };
		const relations = RELATIONS.map(
			(is): Candidate => ({
				group: "Among the others",
				figures,
				criterion: {
					id: asking.id(`${one.name}-${is}-${other.name}`),
					check: "relation",
					of: one.name,
					is,
					to: other.name,
					points: 1,
				},
			}),
		);
		const drawn: Candidate = {
			group: "Among the others",
			figures,
			criterion: {
				id: asking.id(`${one.name}-after-${other.name}`),
				check: "order",
				first: other.name,
				// biome-ignore lint/suspicious/noThenProperty: `then` is the name of the option in the exercise file.
				then: one.name,
				points: 1,
			},
		};
		return [...relations, drawn];
	});
}

export function proposalsAboutFigure(one: Named, asking: Asking): Candidate[] {
	const kind = spoken(one.figures[0] as Figure);
	const number = asking.model.drawing.figures.filter((f) => f.kinds.includes(kind as never)).length;
	const count = {
		id: asking.id(`${kind}-count`),
		check: "count",
		of: { kind },
		exactly: number,
		points: 1,
		...(number > 1 && { credit: "by share" }),
	};
	const seen = { id: asking.id(`${one.name}-seen`), check: "visible", of: one.name, "share at least": 0.9, points: 1 };
	const others = asking.named.filter((n) => n !== one).slice(0, 6);
	return [
		{ group: "What is there", figures: {}, criterion: count },
		...sizes(one, asking),
		...places(one, asking),
		...colours(one, asking),
		...lies(one, asking),
		{ group: "Among the others", figures: one.added, criterion: seen },
		...beside(one, others, asking),
	];
}
