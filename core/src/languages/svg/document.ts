import type { SourceRange } from "../problem.ts";

/** An attribute as it is written, and where. */
export interface SvgAttribute {
	readonly name: string;
	/** Its value with signs like `&amp;` read. */
	readonly value: string;
	/** Offset of its name's first character. */
	readonly start: number;
	/** Offsets of its value, without the quote marks. */
	readonly from: number;
	readonly to: number;
	readonly place: SourceRange;
}

/** Text inside an element, its signs read. */
export interface SvgText {
	readonly text: string;
	/** Offset of its first character. */
	readonly start: number;
	readonly end: number;
}

/** An element of a drawing, with where everything of it is in the source. */
export interface SvgElement {
	readonly name: string;
	readonly attributes: ReadonlyMap<string, SvgAttribute>;
	readonly children: readonly (SvgElement | SvgText)[];
	readonly parent: SvgElement | undefined;
	/** The element before it in the same one. */
	readonly before: SvgElement | undefined;
	/** Offset of its `<`. */
	readonly start: number;
	/** Offset after the `>` of its first tag. */
	readonly tagEnd: number;
	/** Offset where its closing tag begins; after its only tag where it has no other. */
	readonly closeStart: number;
	/** Offset after all of it. */
	readonly end: number;
	readonly isEmpty: boolean;
	/** Its `<` and name. */
	readonly place: SourceRange;
}

/** A document that was read. */
export interface SvgDocument {
	readonly source: string;
	readonly root: SvgElement;
	/** All elements in the order in which they begin. */
	readonly elements: readonly SvgElement[];
	/** The first element with each id. */
	readonly ids: ReadonlyMap<string, SvgElement>;
	/** Lines with words in a comment. */
	readonly commentLines: readonly number[];
}

export function isElement(node: SvgElement | SvgText): node is SvgElement {
	return "attributes" in node;
}

/** The elements directly inside one. */
export function* elementsIn(element: SvgElement): Generator<SvgElement> {
	for (const child of element.children) if (isElement(child)) yield child;
}

/** The classes of an element. */
export function classesOf(element: SvgElement): readonly string[] {
	const value = element.attributes.get("class")?.value.trim();
	return value ? value.split(/\s+/) : [];
}

/** What an element names as another's: an id after `#`, from `href`, or the older `xlink:href`. */
export function referenceOf(element: SvgElement): SvgAttribute | undefined {
	return element.attributes.get("href") ?? element.attributes.get("xlink:href");
}
