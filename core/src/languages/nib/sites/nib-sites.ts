import { formatColour, namedColour } from "../../../colour/colour.ts";
import { OTHER_LOGIC, OTHER_SIGNS } from "../../other-signs.ts";
import { RANK } from "../../outline.ts";
import type { SourceRange } from "../../problem.ts";
import type {
	Deed,
	Edit,
	GapSite,
	Meaning,
	NameSite,
	NumberSite,
	OperatorSite,
	PairSite,
	PartSite,
	Phrasebook,
	ProgramSites,
	Role,
	Span,
	StatementSite,
	ValueSite,
	WordSite,
} from "../../sites.ts";
import { type DrawNode, everyValue, type Phrase, type Step, type Value } from "../tree.ts";
import { Layout } from "./layout.ts";
import { otherKinds } from "./other-kinds.ts";
import { rebracketed } from "./rebracketed.ts";
import { deedOfPhrase, deedsOf, rolesOfHead, rolesOfPhrase } from "./roles.ts";

const WRITE: Phrasebook = {
	lift: "pen up",
	lower: "pen down",
	wipe: "wipe",
	noPen: "pen none",
	turn: (left, angle) => `turn ${left ? "left" : "right"} ${angle}`,
	fill: (colour) => `fill ${colour}`,
	penColour: (colour) => `pen colour ${colour}`,
	penWidth: (width) => `pen width ${width}`,
	paper: (colour) => `paper ${colour}`,
	assign: (name, value) => `${name} = ${value}`,
	declare: (name, value) => `let ${name} = ${value}`,
	colour: formatColour,
};

/** Words that others of their kind may stand for, with the statement's own grammar having the last say. */
const WORDS: readonly (readonly Meaning[])[] = [
	["corner", "centre"],
	["radius", "diameter"],
];

const OTHERS: typeof OTHER_SIGNS = { ...OTHER_SIGNS, ...OTHER_LOGIC };

/** What a pen statement can do too, with the word for it. */
const ROOM: readonly { readonly does: Deed; readonly word: string }[] = [
	{ does: "pen colour", word: "colour" },
	{ does: "pen width", word: "width" },
];

/** A value in the source: where it is, and what it is for. */
interface Slot {
	readonly start: number;
	readonly end: number;
	readonly value: Value;
	readonly roles: ReadonlySet<Role>;
	readonly names: readonly string[];
}

/** The sites of a Nib program that can be read. */
export function nibSites(source: string, steps: readonly Step[]): ProgramSites {
	return new SiteFinder(source, steps).sites;
}

class SiteFinder {
	readonly sites: ProgramSites;
	private readonly layout: Layout;
	private readonly values: ValueSite[] = [];
	private readonly numbers: NumberSite[] = [];
	private readonly names: NameSite[] = [];
	private readonly words: WordSite[] = [];
	private readonly pairs: PairSite[] = [];
	private readonly operators: OperatorSite[] = [];
	private readonly statements: StatementSite[] = [];
	private readonly parts: PartSite[] = [];
	private readonly gaps: GapSite[] = [];
	/** What the values under each name are used for; filled while the values are found. */
	private readonly uses = new Map<string, Set<Role>>();
	/** For each routine the names of what it is given. */
	private readonly parameters = new Map<string, readonly string[]>();

	constructor(source: string, steps: readonly Step[]) {
		this.layout = new Layout(source);
		const globals = steps.flatMap((s) => (s.node === "let" ? [s.name] : []));
		for (const step of steps)
			if (step.node === "routine")
				this.parameters.set(
					step.name,
					step.parameters.map((p) => p.name),
				);
		const last = this.layout.at(source.length).line;
		this.block(steps, { number: 0, names: globals, indent: "" }, () => this.layout.lineStart(last + 1));
		this.spreadUses();
		this.gaps.sort((a, b) => a.start - b.start || a.block - b.block);
		const { values, numbers, names, words, pairs, operators, statements, parts, gaps } = this;
		this.sites = { source, values, numbers, names, words, pairs, operators, statements, parts, gaps, write: WRITE };
	}

	/** Uses of one name that is given to another: a few rounds reach through calls of calls. */
	private spreadUses(): void {
		for (let round = 0; round < 4; round++)
			for (const { name, roles } of this.names) {
				const own = this.usesOf(name);
				for (const role of roles) own.add(role);
			}
	}

	private usesOf(name: string): Set<Role> {
		const known = this.uses.get(name) ?? new Set<Role>();
		this.uses.set(name, known);
		return known;
	}

	private span(start: number, end: number): Span {
		return { start, end, ...this.layout.at(start) };
	}

	private ofPlace(place: SourceRange): Span {
		const start = this.layout.offset(place);
		return { start, end: start + place.length, line: place.line, column: place.column };
	}

	/** @param end where the block's last gap is, once its statements are known */
	private block(
		steps: readonly Step[],
		of: { readonly number: number; readonly names: readonly string[]; readonly indent: string },
		end: () => number,
	): void {
		const names = [...of.names];
		let before: number | undefined;
		for (const step of steps) {
			const index = this.statement(step, of.number, names);
			const site = this.statements[index] as StatementSite;
			this.gap(site.start, { indent: site.indent, block: of.number, before, after: index });
			before = index;
			if ((step.node === "let" || step.node === "picture") && !names.includes(step.name)) names.unshift(step.name);
		}
		this.gap(end(), { indent: of.indent, block: of.number, before, after: undefined });
	}

	private gap(at: number, of: Omit<GapSite, keyof Span>): void {
		this.gaps.push({ ...this.span(at, at), ...of });
	}

	private statement(step: Step, block: number, names: readonly string[]): number {
		const { layout } = this;
		const { line, column } = step.place;
		const index = this.statements.length;
		const does = deedsOf(step);
		const start = layout.lineStart(line);
		const indent = layout.indent(line);
		const textStart = layout.offset(step.place);
		// Its place is kept free, so that the statements inside it come after it.
		this.statements.push(undefined as unknown as StatementSite);
		const last = layout.lastOwnLine(step);
		const textEnd = layout.textEnd(last);
		this.valuesOf(step, index, { names, textEnd });
		const lastLine = this.inside(step, index, names, indent) ?? last;
		const end = layout.lineStart(lastLine + 1);
		const name = nameOf(step);
		this.statements[index] = {
			start,
			end,
			line,
			column,
			index,
			does,
			text: layout.source.slice(textStart, textEnd),
			indent,
			block,
			lastLine,
			...(name !== undefined && { name }),
			...(step.node === "repeat" &&
				step.count.node === "number" && { counting: counting(textStart, textEnd, step.count.value) }),
			otherKinds: step.node === "draw" ? otherKinds(step) : [],
			room:
				step.node === "draw" && step.statement.head === "pen"
					? ROOM.filter((r) => !does.has(r.does)).map((r) => ({
							does: r.does,
							take: (value) => ({ start: textEnd, end: textEnd, text: ` ${r.word} ${value}` }),
						}))
					: [],
		};
		this.partsOf(step, index, { start, end, text: this.span(textStart, textEnd) });
		return index;
	}

	/** The blocks inside a statement. @returns the line that ends the last of them */
	private inside(step: Step, index: number, names: readonly string[], indent: string): number | undefined {
		const { layout } = this;
		const bodies =
			step.node === "if"
				? [...step.branches.map((b) => b.body), ...(step.otherwise ? [step.otherwise] : [])]
				: "body" in step
					? [step.body]
					: [];
		let line = layout.lastOwnLine(step);
		const inner = [...(namesOfBlock(step) ?? []), ...names];
		bodies.forEach((body, i) => {
			const before = this.statements.length;
			const more = i + 1 < bodies.length;
			this.block(body, { number: index + 1, names: inner, indent: `${indent}  ` }, () => {
				const own = this.statements.slice(before).filter((s) => s?.block === index + 1);
				line = layout.lineOf(more ? "else" : "end", Math.max(line, ...own.map((s) => s.lastLine)));
				return layout.lineStart(line);
			});
		});
		return bodies.length > 0 ? line : undefined;
	}

	private partsOf(step: Step, index: number, { start, end, text }: { start: number; end: number; text: Span }): void {
		const whole: Edit = { start, end, text: "" };
		if (step.node !== "draw" || step.statement.head !== "pen" || step.phrases.length === 1) {
			for (const does of (this.statements[index] as StatementSite).does)
				this.parts.push({ ...text, does, statement: index, out: whole });
			return;
		}
		for (const { word, place } of step.phrases) {
			const does = deedOfPhrase(step.statement, word) as Deed;
			const span = this.ofPlace(place);
			// The space before a phrase goes with it.
			const from = span.start - (/[ \t]*$/.exec(this.layout.source.slice(0, span.start))?.[0].length ?? 0);
			this.parts.push({ ...span, does, statement: index, out: { start: from, end: span.end, text: "" } });
		}
	}

	private valuesOf(step: Step, index: number, at: { names: readonly string[]; textEnd: number }): void {
		const { layout } = this;
		const { names, textEnd } = at;
		const add = (value: Value, [start, end]: readonly [number, number], role: Role | ReadonlySet<Role>) => {
			const roles = typeof role === "string" ? new Set([role]) : role;
			return this.slot(index, { value, start, end, roles, names });
		};
		/** The one value after a word, or after a sign, of a statement's line. */
		const after = (word: string, value: Value, role: Role | ReadonlySet<Role>, before?: string) => {
			const from = layout.offset(step.place);
			const text = layout.source.slice(from, textEnd);
			const begin = text.search(new RegExp(`(?<![\\w])${word}`)) + word.length;
			const stop = before === undefined ? -1 : text.slice(begin).search(new RegExp(`\\b${before}\\b`));
			const [first] = [layout.source.slice(from + begin, stop < 0 ? textEnd : from + begin + stop)];
			const lead = first.length - first.trimStart().length;
			const start = from + begin + lead;
			add(value, [start, start + first.trim().length], role);
		};
		switch (step.node) {
			case "draw":
				return this.valuesOfDraw(step, index, at);
			case "let":
			case "set":
				return after("=", step.value, this.usesOf(step.name));
			case "put":
				return step.how === "set" ? after("=", step.value, "other") : after("add", step.value, "other", "to");
			case "repeat":
				return after("repeat", step.count, "count", "times$");
			case "while":
				return after("while", step.condition, "condition");
			case "for":
				after("from", step.from, "from", "to");
				after("to", step.to, "to", "by");
				if (step.by) after("by", step.by, "by");
				return;
			case "if":
				for (const { condition } of step.branches) {
					const line = condition.place.line;
					const text = layout.line(line);
					const begin = text.indexOf("if") + 2;
					const start =
						layout.lineStart(line) + begin + (text.slice(begin).length - text.slice(begin).trimStart().length);
					add(condition, [start, layout.textEnd(line)], "condition");
				}
				return;
			case "do": {
				const open = layout.source.indexOf("(", layout.offset(step.place));
				const parts = layout.parted(open + 1, layout.source.lastIndexOf(")", textEnd - 1));
				const parameters = this.parameters.get(step.call.name) ?? [];
				step.call.values.forEach((value, i) => {
					const part = parts[i];
					if (part) add(value, [part.start, part.end], this.usesOf(parameters[i] ?? ""));
				});
				return;
			}
			case "return":
				if (step.value) after("return", step.value, "other");
				return;
		}
	}

	private valuesOfDraw(step: DrawNode, index: number, at: { names: readonly string[]; textEnd: number }): void {
		const { layout } = this;
		const { statement, phrases, values, direction } = step;
		const from = layout.offset(step.place) + statement.head.length;
		const firstPhrase = phrases[0] ? layout.offset(phrases[0].place) : at.textEnd;
		let begin = from;
		if (direction !== undefined && statement.direction) {
			const word = statement.direction[direction] as string;
			const start = layout.source.indexOf(word, from);
			begin = start + word.length;
			const others = statement.direction.filter((other) => other !== word);
			this.words.push({
				...this.span(start, begin),
				means: word as Meaning,
				statement: index,
				others: others.map((text) => ({ means: text as Meaning, text })),
			});
		}
		this.slots(index, values, rolesOfHead(statement.head, statement.values), [begin, firstPhrase, at.names]);
		phrases.forEach((phrase, i) => {
			const next = phrases[i + 1];
			const end = next ? layout.offset(next.place) : at.textEnd;
			this.phrase(step, index, phrase, [layout.offset(phrase.place), end, at.names]);
		});
		if (
			statement.head === "fill" ||
			(statement.head === "pen" && phrases.length === 1 && phrases[0]?.word === "colour")
		)
			this.headOfPaint(step, index);
	}

	/** `fill` where `pen colour` could be, or the other way round. */
	private headOfPaint(step: DrawNode, index: number): void {
		const start = this.layout.offset(step.place);
		const fill = step.statement.head === "fill";
		const written = fill ? "fill" : (/^pen\s+colou?r/.exec(this.layout.source.slice(start))?.[0] ?? "pen colour");
		this.words.push({
			...this.span(start, start + written.length),
			means: fill ? "fill" : "pen",
			statement: index,
			others: fill ? [{ means: "pen", text: "pen colour" }] : [{ means: "fill", text: "fill" }],
		});
	}

	private phrase(
		{ statement, phrases }: DrawNode,
		index: number,
		phrase: Phrase,
		[start, end, names]: readonly [number, number, readonly string[]],
	): void {
		const spec = statement.phrases.find((p) => p.word === phrase.word);
		if (!spec) return;
		const written = /^\w+/.exec(this.layout.source.slice(start))?.[0] ?? phrase.word;
		const takes = (word: string) => statement.phrases.some((p) => p.word === word);
		const used = (word: string) => phrases.some((p) => p.word === word);
		const others = (WORDS.find((all) => all.includes(phrase.word as Meaning)) ?? []).filter(
			(word) => word !== phrase.word && takes(word) && !used(word),
		);
		if (others.length > 0)
			this.words.push({
				...this.span(start, start + written.length),
				means: phrase.word as Meaning,
				statement: index,
				others: others.map((means) => ({ means, text: means })),
			});
		this.slots(index, phrase.values, rolesOfPhrase(statement.head, spec), [start + written.length, end, names]);
	}

	/** The values of a phrase, or the bare ones of a statement, between two offsets. */
	private slots(
		index: number,
		values: readonly Value[],
		roles: readonly Role[],
		[start, end, names]: readonly [number, number, readonly string[]],
	): void {
		const parts = this.layout.parted(start, end);
		const slots = values.flatMap((value, i) => {
			const part = parts[i];
			if (!part) return [];
			if (value.node === "list" && this.layout.source[part.start] === "[") {
				this.slots(index, value.items, roles, [part.start + 1, part.end - 1, names]);
				return [];
			}
			const role = roles[i % Math.max(1, roles.length)] ?? "other";
			return [this.slot(index, { ...part, value, roles: new Set([role]), names })];
		});
		const [first, second] = slots;
		if (slots.length !== 2 || !first || !second) return;
		const of = first.roles.has("x") ? "place" : first.roles.has("width") ? "size" : undefined;
		if (of) this.pairs.push({ of, statement: index, first, second });
	}

	private slot(statement: number, { start, end, value, roles, names }: Slot): ValueSite {
		const text = this.layout.source.slice(start, end);
		const colour = colourOf(value);
		const site: ValueSite = {
			...this.span(start, end),
			roles,
			statement,
			text,
			...(value.node === "number" && { number: value.value }),
			...(value.node === "text" && { words: value.value }),
			...(colour !== undefined && { colour }),
			rebracketed: () => (value.node === "binary" || value.node === "unary" ? rebracketed(value) : []),
		};
		this.values.push(site);
		this.within(value, { value, start, end, roles, names }, statement);
		return site;
	}

	/** The numbers, names and operators inside a value. */
	private within(value: Value, slot: Slot, statement: number): void {
		const { roles, names } = slot;
		for (const part of everyValue(value)) {
			if (part.node === "number")
				this.numbers.push({
					...this.ofPlace(part.place),
					value: part.value,
					roles,
					statement,
					whole: part === slot.value,
					names,
				});
			else if (part.node === "name" && colourOf(part) === undefined)
				this.names.push({
					...this.ofPlace(part.place),
					name: part.name,
					roles,
					statement,
					others: names.filter((n) => n !== part.name),
				});
			else if (part.node === "binary") this.operator(part, statement);
		}
	}

	private operator(part: Value & { node: "binary" }, statement: number): void {
		const [sort, ...others] = OTHERS[part.sign] ?? [];
		if (!sort) return;
		const { source } = this.layout;
		const right = firstOffset(part.right, (place) => this.layout.offset(place));
		const at = source.lastIndexOf(part.sign, right - 1);
		if (at < 0 || RANK[part.sign] === undefined) return;
		this.operators.push({ ...this.span(at, at + part.sign.length), text: part.sign, sort, statement, others });
	}
}

/** What makes a `repeat` of a number of rounds one that counts them. */
const counting =
	(start: number, end: number, rounds: number) =>
	(name: string): Edit => ({ start, end, text: `for ${name} from 0 to ${rounds - 1}` });

/** Where the first thing written in a value begins. */
function firstOffset(value: Value, offset: (place: SourceRange) => number): number {
	return Math.min(...[...everyValue(value)].map(({ place }) => offset(place)));
}

function colourOf(value: Value): number | undefined {
	if (value.node === "colour") return value.value;
	return value.node === "name" ? namedColour(value.name) : undefined;
}

function nameOf(step: Step): string | undefined {
	if (step.node === "do") return step.call.name;
	return "name" in step ? step.name : undefined;
}

/** The names that a statement makes for the block inside it. */
function namesOfBlock(step: Step): string[] | undefined {
	if (step.node === "for" || step.node === "each") return [step.name];
	return step.node === "routine" ? step.parameters.map((p) => p.name) : undefined;
}
