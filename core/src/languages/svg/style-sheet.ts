/// <reference path="./css-tree-parser.d.ts" />
import type { CssNode, Declaration, Rule } from "css-tree";
import parse from "css-tree/parser";
import type { SvgElement, SvgText } from "./document.ts";
import { classesOf, isElement } from "./document.ts";

/** A property with a value, and where it is written. */
export interface Declared {
	readonly property: string;
	readonly value: string;
	readonly important: boolean;
	/** Offsets of the value in the source. */
	readonly from: number;
	readonly to: number;
}

/** How two compounds of a selector belong together. */
type Combinator = " " | ">" | "+" | "~";

/** What one element has to be. */
interface Compound {
	readonly type: string | undefined;
	readonly id: string | undefined;
	readonly classes: readonly string[];
	/** How it belongs to the compound before it. */
	readonly combinator: Combinator;
}

interface StyleRule {
	/** Of one selector, its compounds from the last to the first. */
	readonly compounds: readonly Compound[];
	/** How exact it is: ids, classes and types, as one number (Selectors Level 4, "Specificity"). */
	readonly weight: number;
	readonly order: number;
	readonly declared: readonly Declared[];
}

/** Something of a style sheet that isn't taken, and where: what it is, and a word to show. */
export type NotedStyle = (code: string, from: number, to: number, word: string) => void;

/** Compounds of one selector. */
const MAX_COMPOUNDS = 8;

/** The rules of a document's `<style>` elements. */
export class StyleSheet {
	/** By what the last compound asks for first: `#id`, `.class`, a type, or `*`. */
	private readonly rules = new Map<string, StyleRule[]>();
	private count = 0;

	/** Adds the rules of one element's text. */
	add({ text, start }: SvgText, note: NotedStyle): void {
		const tree = parsed(text, "stylesheet", start, note);
		if (tree?.type !== "StyleSheet") return;
		tree.children.forEach((node) => {
			const [from, to] = rangeOf(node, start);
			if (node.type === "Atrule") note("svg-css-not-taken", from, from + 1 + node.name.length, `@${node.name}`);
			else if (node.type === "Rule") this.addRule(node, start, note);
			else if (node.type === "Raw") note("svg-css-wrong", from, to, firstLine(text.slice(from - start)));
		});
	}

	private addRule(rule: Rule, start: number, note: NotedStyle): void {
		const declared = declarationsIn(rule.block, start, note);
		const { prelude } = rule;
		if (prelude.type !== "SelectorList") {
			const [from, to] = rangeOf(prelude, start);
			note("svg-css-wrong", from, to, prelude.type === "Raw" ? firstLine(prelude.value) : "");
			return;
		}
		prelude.children.forEach((selector) => {
			const made = selector.type === "Selector" ? compoundsOf(selector.children.toArray()) : undefined;
			if (!made) {
				const [from, to] = rangeOf(selector, start);
				note("svg-css-not-taken", from, to, "selector");
				return;
			}
			const last = made[0] as Compound;
			const key =
				last.id !== undefined
					? `#${last.id}`
					: last.classes[0] !== undefined
						? `.${last.classes[0]}`
						: (last.type ?? "*");
			const weight = made.reduce(
				(sum, c) =>
					sum + (c.id === undefined ? 0 : 1_000_000) + 1_000 * c.classes.length + (c.type === undefined ? 0 : 1),
				0,
			);
			const rules = this.rules.get(key) ?? [];
			rules.push({ compounds: made, weight, order: this.count++, declared });
			this.rules.set(key, rules);
		});
	}

	/** Everything that the rules declare, in the order of the rules. */
	allDeclared(): readonly Declared[] {
		const rules = [...new Set([...this.rules.values()].flat().map((rule) => rule.declared))];
		return rules.flat();
	}

	get isEmpty(): boolean {
		return this.count === 0;
	}

	/**
	 * What the rules declare for an element, the weakest first.
	 *
	 * @param spend called for each comparison, so that a document can't ask for endless many
	 */
	declaredFor(element: SvgElement, spend: () => void): readonly Declared[] {
		if (this.isEmpty) return [];
		const id = element.attributes.get("id")?.value;
		const classes = classesOf(element);
		const keys = [element.name, "*", ...(id === undefined ? [] : [`#${id}`]), ...classes.map((c) => `.${c}`)];
		const fits = [...new Set(keys)]
			.flatMap((key) => this.rules.get(key) ?? [])
			.filter((rule) => matches(rule.compounds, 0, element, spend));
		return fits.sort((a, b) => a.weight - b.weight || a.order - b.order).flatMap((rule) => rule.declared);
	}
}

/** The declarations of an element's `style`. */
export function inlineDeclarations(text: string, start: number, note: NotedStyle): readonly Declared[] {
	const tree = parsed(text, "declarationList", start, note);
	return tree ? declarationsIn(tree, start, note) : [];
}

function parsed(text: string, context: string, start: number, note: NotedStyle): CssNode | undefined {
	return parse(text, {
		context,
		positions: true,
		parseValue: false,
		parseAtrulePrelude: false,
		parseCustomProperty: false,
		onParseError: (_, node) => {
			const [from, to] = rangeOf(node, start);
			if (node.type === "Raw" && node.value.trim() !== "") note("svg-css-wrong", from, to, firstLine(node.value));
		},
	});
}

const firstLine = (text: string) => (text.trim().split(/[\r\n]/, 1)[0] as string).slice(0, 40);

function rangeOf(node: CssNode, start: number): [from: number, to: number] {
	return node.loc ? [start + node.loc.start.offset, start + node.loc.end.offset] : [start, start + 1];
}

function declarationsIn(block: CssNode, start: number, note: NotedStyle): readonly Declared[] {
	if (block.type !== "Block" && block.type !== "DeclarationList") return [];
	const declared: Declared[] = [];
	block.children.forEach((node) => {
		if (node.type === "Declaration") declared.push(declarationOf(node, start));
		else if (node.type === "Rule" || node.type === "Atrule") {
			const [from, to] = rangeOf(node, start);
			note("svg-css-not-taken", from, Math.min(to, from + 20), node.type === "Rule" ? "selector" : `@${node.name}`);
		}
	});
	return declared;
}

function declarationOf({ property, value, important, loc }: Declaration, start: number): Declared {
	const range = value.loc ?? loc;
	const text = value.type === "Raw" ? value.value : "";
	const from = start + (range?.start.offset ?? 0);
	return {
		property: property.toLowerCase(),
		value: text.trim(),
		important: important === true,
		from: from + (text.length - text.trimStart().length),
		to: from + text.trimEnd().length,
	};
}

/** The compounds of a selector from its last to its first; undefined if it asks for more than is known. */
function compoundsOf(nodes: readonly CssNode[]): Compound[] | undefined {
	const compounds: Compound[] = [];
	let type: string | undefined;
	let id: string | undefined;
	let classes: string[] = [];
	let combinator: Combinator = " ";
	const end = () => compounds.unshift({ type, id, classes, combinator });
	for (const node of nodes) {
		switch (node.type) {
			case "TypeSelector":
				type = node.name === "*" ? undefined : node.name.replace(/^.*\|/, "");
				break;
			case "IdSelector":
				if (id !== undefined && id !== node.name) return undefined;
				id = node.name;
				break;
			case "ClassSelector":
				classes.push(node.name);
				break;
			case "PseudoClassSelector":
				if (node.name !== "root" || node.children) return undefined;
				type = "svg";
				break;
			case "Combinator":
				end();
				if (![" ", ">", "+", "~"].includes(node.name)) return undefined;
				[type, id, classes, combinator] = [undefined, undefined, [], node.name as Combinator];
				break;
			default:
				return undefined;
		}
	}
	end();
	return compounds.length > MAX_COMPOUNDS ? undefined : compounds;
}

function fits({ type, id, classes }: Compound, element: SvgElement): boolean {
	if (type !== undefined && type !== element.name) return false;
	if (id !== undefined && element.attributes.get("id")?.value !== id) return false;
	const own = classes.length > 0 ? classesOf(element) : [];
	return classes.every((c) => own.includes(c));
}

/** Whether an element is what the compounds from one on ask for. */
function matches(compounds: readonly Compound[], i: number, element: SvgElement, spend: () => void): boolean {
	spend();
	const compound = compounds[i] as Compound;
	if (!fits(compound, element)) return false;
	if (i + 1 >= compounds.length) return true;
	switch (compound.combinator) {
		case ">":
			return element.parent !== undefined && matches(compounds, i + 1, element.parent, spend);
		case " ":
			for (let at = element.parent; at; at = at.parent) if (matches(compounds, i + 1, at, spend)) return true;
			return false;
		case "+":
			return element.before !== undefined && matches(compounds, i + 1, element.before, spend);
		default:
			for (let at = element.before; at; at = at.before) if (matches(compounds, i + 1, at, spend)) return true;
			return false;
	}
}

/** The text of a `<style>` element, one piece for each text and CDATA in it. */
export const textsIn = (element: SvgElement): readonly SvgText[] =>
	element.children.filter((child): child is SvgText => !isElement(child));
