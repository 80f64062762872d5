import { familiesOf } from "../colour/family.ts";
import { caseOf } from "../exercise/case-of.ts";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { sentenceOf } from "../exercise/student-copy.ts";
import type { Figure } from "../figures/figure.ts";
import type { Case } from "../marking/case.ts";
import { judge } from "../marking/judge.ts";
import { type Sheet, sheetBounds } from "../tape/layout.ts";

/** What a teacher wants to know, in the order in which sentences are offered. */
export const PROPOSAL_GROUPS = [
	"What is there",
	"How large",
	"Where",
	"Which colour",
	"How it lies",
	"Among the others",
	"The whole drawing",
	"The program",
	"Moving and changing",
	"Judged by people",
] as const;
export type ProposalGroup = (typeof PROPOSAL_GROUPS)[number];

type Plain = Readonly<Record<string, unknown>>;

/** A criterion that could be asked: the model meets it, or a person judges it. */
export interface Proposal {
	readonly group: ProposalGroup;
	readonly sentence: string;
	/** As it stands in the file. */
	readonly criterion: Plain;
	/** Wanted figures that it speaks of and that the file doesn't name yet. */
	readonly figures: Plain;
}

type Candidate = Omit<Proposal, "sentence"> & { readonly plain?: true };

const round = (value: number) => Math.round(value * 100) / 100 + 0;
const pair = ([x, y]: readonly [number, number]) => [round(x), round(y)];
const familyOf = (colour: number) => familiesOf(colour)[0];
/** Kinds by which a teacher speaks of a figure: the wider one where the particular one says more than was meant. */
const SPOKEN: Readonly<Record<string, string>> = {
	"equilateral-triangle": "triangle",
	"right-triangle": "triangle",
	"isosceles-triangle": "triangle",
	"scalene-triangle": "triangle",
	quadrilateral: "quadrilateral",
};
const spoken = (figure: Figure) => SPOKEN[figure.kinds[0] as string] ?? (figure.kinds[0] as string);
const isRound = (figure: Figure) => figure.kinds.includes("circle") || figure.kinds.includes("dot");

/** Figures that are spoken of under one name: those that were taken for it, or those of one kind and colour. */
interface Named {
	readonly name: string;
	readonly figures: readonly Figure[];
	/** What is added to the file for it. */
	readonly added: Plain;
}

/** An exercise whose model was run, to be asked what could be asked of it. */
class Asking {
	readonly file: ExerciseFile;
	readonly model: Case;
	readonly named: readonly Named[];
	private readonly ids: Set<string>;

	constructor(file: ExerciseFile) {
		this.file = file;
		this.model = caseOf(file.model, file);
		this.ids = new Set(file.criteria.map((c) => c.id));
		this.named = this.namesOf();
	}

	/** An id that no criterion has yet. */
	id(wish: string): string {
		const base = wish
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, "-")
			.replace(/^-+|-+$/g, "");
		for (let n = 1; ; n++) {
			const id = n === 1 ? base : `${base}-${n}`;
			if (!this.ids.has(id)) return id;
		}
	}

	/** Whether a program meets a criterion in full; undefined where the criterion can't be read. */
	meets(source: string, candidate: Candidate): boolean | undefined {
		const file = this.alone(candidate);
		if (!file) return undefined;
		const judged = judge(caseOf(source, file)).judged[0];
		return judged !== undefined && judged.judgement.share >= 1 - 1e-9 && judged.judgement.findings.every((f) => f.met);
	}

	sentence(candidate: Candidate): string | undefined {
		const asked = this.alone(candidate)?.criteria[0];
		return asked && sentenceOf(asked);
	}

	private readonly read = new WeakMap<Candidate, ExerciseFile>();

	/** The exercise with this criterion alone. */
	private alone(candidate: Candidate): ExerciseFile | undefined {
		const known = this.read.get(candidate);
		if (known) return known;
		const { file } = this;
		const reading = readExercise(JSON.stringify({ ...file, figures: { ...file.figures, ...candidate.figures }, criteria: [candidate.criterion] }));
		if (!reading.ok) return undefined;
		this.read.set(candidate, reading.exercise);
		return reading.exercise;
	}

	private namesOf(): Named[] {
		const { drawing, wanted } = this.model;
		const named: Named[] = [];
		const seen = new Set<number>();
		for (const [name, taken] of this.model.scene.taken) {
			const figures = taken.slots.flatMap((f) => f ?? []);
			if (figures.length === 0) continue;
			named.push({ name, figures, added: {} });
			for (const figure of figures) seen.add(figure.index);
		}
		const others = new Map<string, Figure[]>();
		for (const figure of drawing.figures) {
			if (seen.has(figure.index)) continue;
			const like = `${spoken(figure)} ${familyOf(figure.fill === -1 ? figure.outline : figure.fill) ?? ""}`;
			others.set(like, [...(others.get(like) ?? []), figure]);
		}
		const names = new Set([...wanted.figures.keys()]);
		for (const figures of others.values()) {
			const first = figures[0] as Figure;
			const kind = spoken(first);
			let name = kind;
			for (let n = 2; names.has(name); n++) name = `${kind}-${n}`;
			names.add(name);
			const fill = familyOf(first.fill);
			named.push({ name, figures, added: { [name]: { kind, ...(fill && { fill }), ...(figures.length > 1 && { number: figures.length }) } } });
		}
		return named;
	}
}

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
	if (isRound(first)) measures.push(ask("across", { what: "diameter", is: round(first.width) }), ask("radius", { what: "radius", is: round(first.width / 2) }));
	else if (first.kinds.includes("line")) measures.push(ask("length", { what: "length", is: round(first.perimeter) }));
	else
		measures.push(
			ask("size", { what: ["width", "height"], is: [round(first.width), round(first.height)] }),
			ask("width", { what: "width", is: round(first.width) }),
			ask("height", { what: "height", is: round(first.height) }),
		);
	if (first.sides.length > 2) measures.push(ask("sides", { what: "side lengths", is: first.sides.map(round), "in any order": true }));
	if (first.outline !== -1 && first.outlineWidth > 0) measures.push(ask("outline-width", { what: "outline width", is: round(first.outlineWidth) }));
	if (figures.length > 1) measures.push(ask("same-width", { what: "width", same: true }), ask("same-height", { what: "height", same: true }));
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
		criterion: { id: asking.id(`${name}-${what}`), check: "position", of: name, ...rest, points: 1, ...(many && { credit: "by share" }) },
	});
	const first = figures[0] as Figure;
	const at = (of: (f: Figure) => readonly [number, number]) => (many ? figures.map((f) => pair(of(f))) : pair(of(first)));
	const list = [ask("place", { at: at((f) => f.centre) })];
	if (!isRound(first)) list.push(ask("corner", { anchor: "corner", at: at((f) => [f.bounds.left, f.bounds.low]) }));
	if (isOffMiddle(first, asking.model.tape.sheet))
		for (const zone of ["upper left quarter", "upper right quarter", "lower left quarter", "lower right quarter"]) list.push(ask("quarter", { in: zone }));
	if (many) list.push(ask("level", { on: { y: round(first.centre[1]) } }), ask("upright", { on: { x: round(first.centre[0]) } }));
	return list;
}

function colours({ name, figures, added }: Named, asking: Asking): Candidate[] {
	const group = "Which colour" as const;
	const ask = (what: string, check: string, rest: Plain): Candidate => ({
		group,
		figures: added,
		criterion: { id: asking.id(`${name}-${what}`), check, of: name, ...rest, points: 1, ...(figures.length > 1 && { credit: "by share" }) },
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
	if (figures.length > 1) list.push(ask("one-colour", "colour", { what: "fill", same: true }), ask("own-colour", "colour", { what: "fill", different: true }));
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
	if (first.angles.length > 2) list.push(ask("angles", "measure", { what: "angles", is: first.angles.map(round), "in any order": true }));
	if (first.kinds.includes("line")) list.push(ask("direction", "measure", { what: "direction", is: round(first.rotation) }));
	else if (Math.abs(first.rotation) > 0.01) list.push(ask("turned", "measure", { what: "rotation", is: round(first.rotation) }));
	if (first.gap > 0 || first.closed) list.push(ask("closed", "measure", { what: "closing gap", "at most": 2 }));
	if (first.turns.length > 0) list.push(ask("faces", "path", { per: "figure", facing: "same" }));
	if (figures.length > 2) {
		for (const as of ["row", "column", "ring", "grid"]) list.push(ask(as, "arrangement", { as }));
		const gaps = { gap: round(gapOf(figures)) };
		list.push(ask("gaps", "arrangement", { as: "row", ...gaps }), ask("gaps", "arrangement", { as: "column", ...gaps }));
		const grows = round((figures[1] as Figure).width - first.width);
		if (grows !== 0)
			list.push(ask("growing", "arrangement", { growing: { what: "width", by: grows } }), ask("growing", "arrangement", { from: "bottom", growing: { what: "width", by: grows } }));
	}
	return list;
}

/** The gap between the first two of several, along the way they lie. */
function gapOf(figures: readonly Figure[]): number {
	const sorted = [...figures].sort((a, b) => a.bounds.left - b.bounds.left || a.bounds.low - b.bounds.low);
	const [a, b] = [sorted[0] as Figure, sorted[1] as Figure];
	return Math.max(b.bounds.left - a.bounds.right, b.bounds.low - a.bounds.high, a.bounds.low - b.bounds.high, 0);
}

const RELATIONS = ["inside", "touching", "apart", "left of", "right of", "above", "below", "centred", "same size", "larger", "smaller"] as const;

function beside(one: Named, others: readonly Named[], asking: Asking): Candidate[] {
	return others.flatMap((other) => {
		const figures = { ...one.added, ...other.added };
		const relations = RELATIONS.map(
			(is): Candidate => ({
				group: "Among the others",
				figures,
				criterion: { id: asking.id(`${one.name}-${is}-${other.name}`), check: "relation", of: one.name, is, to: other.name, points: 1 },
			}),
		);
		const drawn: Candidate = {
			group: "Among the others",
			figures,
			// biome-ignore lint/suspicious/noThenProperty: the file has it so.
			criterion: { id: asking.id(`${one.name}-after-${other.name}`), check: "order", first: other.name, then: one.name, points: 1 },
		};
		return [...relations, drawn];
	});
}

function about(one: Named, asking: Asking): Candidate[] {
	const kind = spoken(one.figures[0] as Figure);
	const number = asking.model.drawing.figures.filter((f) => f.kinds.includes(kind as never)).length;
	const count = { id: asking.id(`${kind}-count`), check: "count", of: { kind }, exactly: number, points: 1, ...(number > 1 && { credit: "by share" }) };
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

/** What can be asked of the whole, whatever is pointed at. */
function whole(asking: Asking): Candidate[] {
	const { drawing, tape, program } = asking.model;
	const { file } = asking;
	const moves = file.run?.frames !== undefined;
	const paper = familyOf(drawing.paper);
	const ask = (group: ProposalGroup, id: string, rest: Plain): Candidate => ({ group, figures: {}, criterion: { id: asking.id(id), ...rest, points: 1 } });
	const lettered = drawing.figures.find((f) => f.lettering);
	return [
		ask("The whole drawing", "neat", { check: "nothing else" }),
		ask("The whole drawing", "paper", { check: "sheet", paper }),
		ask("The whole drawing", "on-it", { check: "sheet", "everything on it": true }),
		ask("The whole drawing", "sheet-size", { check: "sheet", size: [tape.sheet.width, tape.sheet.height] }),
		ask("The whole drawing", "like-model", { check: "likeness", to: "model", "at least": 0.9 }),
		ask("The whole drawing", "no-twins", { check: "distinct", "no twins": true }),
		ask("The whole drawing", "kinds", { check: "distinct", of: "everything", what: "kind" }),
		...(lettered
			? [ask("What is there", "words", { check: "count", of: { kind: "text", text: { is: lettered.lettering?.text, ignoring: ["case", "spaces"] } }, exactly: 1 })]
			: []),
		ask("The program", "loop", { check: "code", loop: {} }),
		ask("The program", "loop-variable", { check: "code", loop: { variable: "used" } }),
		ask("The program", "routine", { check: "code", routine: { number: 1 } }),
		ask("The program", "routine-values", { check: "code", routine: { values: 1, called: { "at least": 2 } } }),
		ask("The program", "routine-called", { check: "code", routine: { called: { "at least": 2 } } }),
		ask("The program", "worked-out", { check: "code", calculation: {} }),
		ask("The program", "not-repeated", { check: "code", "no stretch repeated": true }),
		ask("The program", "nothing-unused", { check: "code", unused: "none" }),
		ask("The program", "comes-back", { check: "path", per: "run", ends: "start" }),
		ask("The program", "nothing-twice", { check: "path", per: "run", "nothing twice": true }),
		ask("Moving and changing", "any-variable", { check: "what if", change: { "any variable": 20 }, moves: { of: "everything", by: [20, 0] } }),
		ask("Moving and changing", "wider-sheet", { check: "what if", sheet: { width: tape.sheet.width + 200 }, moves: { of: "everything", by: [100, 0] } }),
		...asking.named.slice(0, 4).flatMap(({ name, added }) => {
			const of = (id: string, rest: Plain) => ({ ...ask("Moving and changing", `${name}-${id}`, { ...rest, of: name }), figures: added });
			return [
				...(moves
					? [of("edge", { check: "movement", reaches: "right edge" }), of("rest", { check: "movement", "comes to rest": true }), of("trail", { check: "movement", trail: "none" })]
					: []),
				...(program.usesChance ? [of("varies", { check: "runs", seeds: [1, 2, 3, 4], what: "width", values: { "at least": 2 } })] : []),
				...(file.starter === undefined ? [] : [of("kept", { check: "change", kept: ["kind", "size"] })]),
			];
		}),
		{ ...ask("Judged by people", "explained", { check: "answer", ask: "Why did you choose these numbers?", when: "after running" }), plain: true },
		{
			...ask("Judged by people", "own-idea", { check: "by teacher", scale: { 0: "as given", 0.5: "something of one's own", 1: "an idea of one's own, well drawn" } }),
			plain: true,
		},
		{ ...ask("Judged by people", "own-work", { check: "own work", from: "example", differs: { "at least": 1, of: ["kinds", "places"] } }), plain: true },
	];
}

function toldOnce(asking: Asking, candidates: readonly Candidate[], fits: (candidate: Candidate) => boolean, most: number): Proposal[] {
	const found: Proposal[] = [];
	const sentences = new Set(asking.file.criteria.map(sentenceOf));
	for (const candidate of candidates) {
		if (found.length >= most) break;
		const sentence = asking.sentence(candidate);
		if (sentence === undefined || sentences.has(sentence) || !fits(candidate)) continue;
		sentences.add(sentence);
		const { group, criterion, figures } = candidate;
		found.push({ group, criterion, figures, sentence });
	}
	return found;
}

/**
 * Criteria that could be asked of an exercise: of the figure that is pointed at, and of the whole. Each is filled in from the
 * model, which meets it; those that a person judges stand at the end.
 *
 * @param picked the number of a figure of the model's drawing, or null
 */
export function proposalsFor(file: ExerciseFile, picked: number | null): Proposal[] {
	const asking = new Asking(file);
	const one = picked === null ? undefined : asking.named.find((n) => n.figures.some((f) => f.index === picked));
	const candidates = [...(one ? about(one, asking) : []), ...whole(asking)];
	const found = toldOnce(asking, candidates, (c) => c.plain === true || asking.meets(file.model, c) === true, 80);
	return found.sort((a, b) => PROPOSAL_GROUPS.indexOf(a.group) - PROPOSAL_GROUPS.indexOf(b.group));
}

/** A criterion that the model meets and an altered model doesn't; undefined where none of the ready ones tells them apart. */
export function criterionAgainst(file: ExerciseFile, altered: string): Proposal | undefined {
	const asking = new Asking(file);
	const candidates = [...asking.named.flatMap((one) => about(one, asking)), ...whole(asking)].filter((c) => !c.plain);
	return toldOnce(asking, candidates, (c) => asking.meets(file.model, c) === true && asking.meets(altered, c) === false, 1)[0];
}

/** For each changed model, whether some criterion notices it; quicker than a report, which also looks for what went wrong. */
export function noticed(file: ExerciseFile, altered: readonly string[]): boolean[] {
	return altered.map((source) => {
		const { judged } = judge(caseOf(source, file));
		return judged.some((j) => j.score.verdict !== "met" && j.judgement.waits === undefined);
	});
}
