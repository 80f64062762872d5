import { formatColour, NO_COLOUR, nameOfColour } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { Lines } from "../lines.ts";
import { SiteLists } from "../site-lists.ts";
import type { Deed, PairSite, Phrasebook, ProgramSites, Role, Span, StatementSite, ValueSite } from "../sites.ts";
import {
	elementsIn,
	isElement,
	referenceOf,
	type SvgAttribute,
	type SvgDocument,
	type SvgElement,
} from "./document.ts";
import { otherShapes } from "./other-shapes.ts";
import { numbersInPath } from "./path-numbers.ts";
import { PROPERTIES } from "./properties.ts";
import { type Declared, inlineDeclarations, StyleSheet, textsIn } from "./style-sheet.ts";
import { ELEMENT_OF } from "./svg-elements.ts";

const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/g;

/** A colour as documents write it. */
const colourText = (colour: number) => (colour === NO_COLOUR ? "none" : (nameOfColour(colour) ?? formatColour(colour)));

const WRITE: Phrasebook = {
	lift: undefined,
	lower: undefined,
	wipe: undefined,
	noPen: undefined,
	turn: () => undefined,
	fill: () => undefined,
	penColour: () => undefined,
	penWidth: () => undefined,
	paper: (colour) => `<rect width="100%" height="100%" fill="${colour}"/>`,
	// A document has no names, so that none is ever given a value.
	assign: () => "",
	declare: () => "",
	colour: colourText,
	roundBy: "radius",
};

/** Interchangeable attributes: fill and stroke. */
const SWAPS: Readonly<Record<string, string>> = { fill: "stroke", stroke: "fill" };

/** What an attribute does to a drawing. */
const DEEDS: Readonly<Record<string, Deed>> = {
	fill: "fill",
	stroke: "pen colour",
	"stroke-width": "pen width",
};

/** Attributes that are a place, or a size, together. */
const PAIRS: readonly (readonly [of: PairSite["of"], first: string, second: string])[] = [
	["place", "x", "y"],
	["place", "cx", "cy"],
	["place", "x1", "y1"],
	["place", "x2", "y2"],
	["size", "width", "height"],
	["size", "rx", "ry"],
];

/** What the numbers of a transform are for. */
const TRANSFORMS: Readonly<Record<string, readonly Role[]>> = {
	translate: ["x", "y"],
	rotate: ["rotation", "x", "y"],
	scale: ["factor", "factor"],
};

/** The places where a document can be changed: an element is a statement. */
export function svgSites(document: SvgDocument): ProgramSites {
	return new SiteFinder(document).sites;
}

class SiteFinder {
	readonly sites: ProgramSites;
	private readonly source: string;
	private readonly lines: Lines;
	private readonly found = new SiteLists();

	constructor({ source, root }: SvgDocument) {
		this.source = source;
		this.lines = new Lines(source);
		this.block(root, 0, "  ");
		this.sites = this.found.inOrder(source, WRITE);
	}

	private span(start: number, end: number): Span {
		return this.lines.span(start, end);
	}

	/** The elements inside one, with the gaps between them. */
	private block(element: SvgElement, block: number, usual: string): void {
		let before: number | undefined;
		let indent = usual;
		for (const child of elementsIn(element)) {
			const index = this.statement(child, block);
			const site = this.found.statements[index] as StatementSite;
			indent = site.indent;
			this.found.gaps.push({ ...this.span(site.start, site.start), indent, block, before, after: index });
			before = index;
		}
		if (element.isEmpty) return;
		const line = this.lines.startOf(element.closeStart);
		const at = this.source.slice(line, element.closeStart).trim() === "" ? line : element.closeStart;
		this.found.gaps.push({ ...this.span(at, at), indent, block, before, after: undefined });
	}

	private statement(element: SvgElement, block: number): number {
		const { source, lines, found } = this;
		const index = found.statements.length;
		const first = lines.startOf(element.start);
		const last = lines.endOf(element.end);
		const isAlone = source.slice(first, element.start).trim() === "" && source.slice(element.end, last).trim() === "";
		const [start, end] = isAlone ? [first, last] : [element.start, element.end];
		const does = new Set<Deed>();
		if (ELEMENT_OF.get(element.name)?.draws) does.add("shape");
		if (element.name === "use") does.add("call");
		for (const name of element.attributes.keys()) if (DEEDS[name]) does.add(DEEDS[name]);
		const where = this.span(element.start, element.end);
		const id = element.name === "use" ? referenceOf(element)?.value.trim().slice(1) : undefined;
		found.statements.push({
			start,
			end,
			line: where.line,
			column: where.column,
			index,
			does: does.size > 0 ? does : new Set<Deed>(["other"]),
			text: (source.slice(element.start, element.end).split(/[\r\n]/, 1)[0] as string).trimEnd(),
			indent: source.slice(first, element.start).trim() === "" ? source.slice(first, element.start) : "",
			block,
			lastLine: this.span(element.end, element.end).line,
			...(id && { name: id }),
			otherKinds: otherShapes(element),
			room: roomIn(element),
		});
		if (does.has("shape"))
			found.parts.push({ ...where, does: "shape", statement: index, out: { start, end, text: "" } });
		this.valuesOf(element, index);
		this.block(element, index + 1, `${found.statements[index]?.indent ?? ""}  `);
		return index;
	}

	private valuesOf(element: SvgElement, index: number): void {
		const sites = new Map<string, ValueSite>();
		for (const attribute of element.attributes.values()) {
			const { name, from, to, start } = attribute;
			const deed = DEEDS[name];
			if (deed !== undefined) {
				const before = start - (/\s*$/.exec(this.source.slice(element.start, start))?.[0].length ?? 0);
				this.found.parts.push({
					...this.span(start, to + 1),
					does: deed,
					statement: index,
					out: { start: before, end: to + 1, text: "" },
				});
			}
			const swap = SWAPS[name];
			if (swap !== undefined && !element.attributes.has(swap))
				this.found.words.push({
					...this.span(start, start + name.length),
					means: name === "fill" ? "fill" : "pen",
					statement: index,
					others: [{ means: name === "fill" ? "pen" : "fill", text: swap }],
				});
			if (name === "points") this.points(attribute, index);
			else if (name === "d") this.path(attribute, index);
			else if (name === "transform") this.transform(attribute, index);
			else if (name === "style")
				for (const declared of inlineDeclarations(attribute.value, from, () => {})) this.declared(declared, index);
			else {
				const role = ELEMENT_OF.get(element.name)?.attributes[name]?.role ?? PROPERTIES[name]?.role;
				if (role !== undefined) sites.set(name, this.value(from, to, role, index));
			}
		}
		for (const [of, one, two] of PAIRS) {
			const [first, second] = [sites.get(one), sites.get(two)];
			if (first && second) this.found.pairs.push({ of, statement: index, first, second });
		}
		if (element.name === "style")
			for (const text of textsIn(element)) {
				const sheet = new StyleSheet();
				sheet.add(text, () => {});
				for (const declared of sheet.allDeclared()) this.declared(declared, index);
			}
		else if (ELEMENT_OF.get(element.name)?.words)
			for (const child of element.children) {
				if (isElement(child) || child.text.trim() === "") continue;
				const lead = child.text.length - child.text.trimStart().length;
				const start = child.start + lead;
				this.value(start, start + this.source.slice(start, child.end).trimEnd().length, "words", index);
			}
	}

	private declared({ property, from, to }: Declared, index: number): void {
		const role = PROPERTIES[property]?.role;
		if (role !== undefined) this.value(from, to, role, index);
	}

	private value(from: number, to: number, role: Role, index: number): ValueSite {
		const text = this.source.slice(from, to);
		const plain = text.trim();
		const number = plain !== "" && /^[+-]?[\d.]+(?:e[+-]?\d+)?$/i.test(plain) ? Number(plain) : Number.NaN;
		const isColour = role === "fill colour" || role === "pen colour" || role === "paper colour";
		const colour = !isColour ? undefined : plain === "none" ? NO_COLOUR : cssColour(plain);
		const site: ValueSite = {
			...this.span(from, to),
			roles: new Set([role]),
			statement: index,
			text,
			...(Number.isFinite(number) && { number }),
			...(colour !== undefined && { colour }),
			...(role === "words" && { words: text }),
			rebracketed: () => [],
		};
		this.found.values.push(site);
		if (Number.isFinite(number))
			this.found.numbers.push({
				...this.span(from, to),
				value: number,
				roles: site.roles,
				statement: index,
				whole: true,
				names: [],
			});
		return site;
	}

	/** A place whose two numbers are written one after the other. */
	private place(first: ValueSite, second: ValueSite): void {
		this.found.pairs.push({ of: "place", statement: first.statement, first, second });
	}

	private points({ from, to }: SvgAttribute, index: number): void {
		const sites = [...this.source.slice(from, to).matchAll(NUMBER)].map(({ 0: text, index: at }, i) =>
			this.value(from + at, from + at + text.length, i % 2 === 0 ? "x" : "y", index),
		);
		for (let i = 0; i + 1 < sites.length; i += 2) this.place(sites[i] as ValueSite, sites[i + 1] as ValueSite);
	}

	private path({ from, to }: SvgAttribute, index: number): void {
		let before: ValueSite | undefined;
		for (const { start, end, role } of numbersInPath(this.source.slice(from, to))) {
			const site = this.value(from + start, from + end, role, index);
			if (role === "y" && before?.roles.has("x")) this.place(before, site);
			before = site;
		}
	}

	private transform({ from, to }: SvgAttribute, index: number): void {
		const text = this.source.slice(from, to);
		if (text.length > 2_000) return;
		for (const found of text.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
			const [whole, name, inside] = found as unknown as [string, string, string];
			const begin = from + found.index + whole.length - inside.length - 1;
			const roles = TRANSFORMS[name] ?? [];
			const sites = [...inside.matchAll(NUMBER)].map(({ 0: number, index: at }, i) =>
				this.value(begin + at, begin + at + number.length, roles[i] ?? "other", index),
			);
			const [first, second] = name === "rotate" ? sites.slice(1) : sites;
			if (name !== "scale" && roles.length > 0 && first && second) this.place(first, second);
		}
	}
}

/** What an element that draws doesn't say of its look, and where it could say it. */
function roomIn(element: SvgElement): StatementSite["room"] {
	if (!ELEMENT_OF.get(element.name)?.draws) return [];
	const style = element.attributes.get("style")?.value ?? "";
	const at = element.start + 1 + element.name.length;
	const end = [...element.attributes.values()].at(-1)?.to;
	const place = end === undefined ? at : end + 1;
	return Object.entries(DEEDS)
		.filter(([name]) => !element.attributes.has(name) && !style.includes(`${name}:`))
		.map(([name, does]) => ({
			does,
			take: (value) => ({ start: place, end: place, text: ` ${name}="${value}"` }),
		}));
}
