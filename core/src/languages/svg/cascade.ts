import type { SvgDocument, SvgElement } from "./document.ts";
import { PROPERTIES } from "./properties.ts";
import { type Declared, inlineDeclarations, type NotedStyle, StyleSheet, textsIn } from "./style-sheet.ts";
import { isValueOf } from "./svg-style.ts";

/** What is declared for an element, by property. */
export type Declarations = ReadonlyMap<string, Declared>;

/** The styles that a document declares: attributes, then rules by how exact they are, then `style` (CSS Cascade 5). */
export class Cascade {
	private readonly sheet = new StyleSheet();
	private readonly known = new Map<SvgElement, Declarations>();
	private readonly note: NotedStyle;
	private readonly wrong: (element: SvgElement, declared: Declared) => void;
	private readonly spend: () => void;

	/**
	 * @param note called for what can't be read of the styles
	 * @param wrong called for a value that its property can't have
	 * @param spend called for each comparison with a selector, and may throw to end it
	 */
	constructor(
		document: SvgDocument,
		note: NotedStyle,
		wrong: (element: SvgElement, declared: Declared) => void,
		spend: () => void,
	) {
		this.note = note;
		this.wrong = wrong;
		this.spend = spend;
		for (const element of document.elements)
			if (element.name === "style") for (const text of textsIn(element)) this.sheet.add(text, note);
	}

	/** What is declared for an element itself; the same map each time. */
	of(element: SvgElement): Declarations {
		let declared = this.known.get(element);
		if (!declared) {
			declared = this.declare(element);
			this.known.set(element, declared);
		}
		return declared;
	}

	private declare(element: SvgElement): Declarations {
		const all = new Map<string, Declared>();
		const set = (declared: Declared) => {
			if (isValueOf(declared.property, declared.value)) all.set(declared.property, declared);
			else this.wrong(element, declared);
		};
		for (const { name, value, from, to } of element.attributes.values())
			if (name in PROPERTIES && name !== "background" && name !== "background-color" && name !== "font")
				set({ property: name, value: value.trim(), important: false, from, to });
		const rules = this.sheet.declaredFor(element, this.spend);
		const style = element.attributes.get("style");
		const own = style ? inlineDeclarations(style.value, style.from, this.note) : [];
		const strong: Declared[] = [];
		for (const declared of [...rules, ...own]) {
			if (declared.important) strong.push(declared);
			else set(declared);
		}
		for (const declared of strong) set(declared);
		return all.size === 0 ? NOTHING : all;
	}
}

const NOTHING: Declarations = new Map();
