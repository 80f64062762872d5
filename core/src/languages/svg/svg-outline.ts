import { NO_COLOUR } from "../../colour/colour.ts";
import { cssColour } from "../../colour/css-colour.ts";
import { Lines } from "../lines.ts";
import type { DrawStep, Outline, Step, UsedValue, Value } from "../outline.ts";
import type { SourceRange } from "../problem.ts";
import { classesOf, elementsIn, isElement, type SvgAttribute, type SvgDocument, type SvgElement } from "./document.ts";
import { PROPERTIES } from "./properties.ts";
import type { Reading } from "./read-svg.ts";
import { inlineDeclarations } from "./style-sheet.ts";
import { ELEMENT_OF } from "./svg-elements.ts";
import { paintOf } from "./svg-style.ts";
import { numbersOf, shareOf } from "./units.ts";

/**
 * An SVG document as checks of the source look at it: an element is a statement with its attributes' values, what is
 * inside it is its body. A class that it has is a phrase of its own.
 */
export function svgOutline(source: string, reading: Reading): Outline {
	const steps = reading.ok ? new OutlineMaker(reading.document).steps : [];
	return {
		source,
		steps,
		routines: new Map(),
		variableOf: () => undefined,
		colourOf: (value) => (value.node === "colour" ? value.value : undefined),
		isBuiltIn: () => false,
		isChance: () => false,
		plainLine: (line) =>
			line
				.replace(/<!--.*?(?:-->|$)/g, "")
				.replace(/\s+/g, " ")
				.trim(),
		commentLines: reading.ok ? reading.document.commentLines : reading.commentLines,
	};
}

class OutlineMaker {
	readonly steps: readonly Step[];
	private readonly lines: Lines;

	constructor({ source, root }: SvgDocument) {
		this.lines = new Lines(source);
		this.steps = [...elementsIn(root)].map((element) => this.step(element));
	}

	private step(element: SvgElement): DrawStep {
		const values: UsedValue[] = [];
		const phrases: { word: string; values: readonly UsedValue[] }[] = [];
		for (const attribute of element.attributes.values()) {
			if (attribute.name === "id" || attribute.name === "class") continue;
			const use = useOf(element.name, attribute.name);
			for (const value of this.valuesOf(attribute)) values.push({ value, ...(use && { use }) });
		}
		const words = element.children.flatMap((child) => (isElement(child) ? [] : [child]));
		if (ELEMENT_OF.get(element.name)?.words && element.name !== "style")
			for (const { text, start, end } of words)
				if (text.trim() !== "")
					values.push({ value: { node: "text", value: text.trim(), place: this.lines.place(start, end) } });
		if (classesOf(element).length > 0) phrases.push({ word: "class", values: [] });
		return {
			node: "draw",
			head: element.name,
			values,
			phrases,
			walks: false,
			body: [...elementsIn(element)].map((child) => this.step(child)),
			place: element.place,
		};
	}

	/** What an attribute says, as values: colours, numbers, and what is neither as text. */
	private valuesOf({ name, value, from, to, place }: SvgAttribute): readonly Value[] {
		const where: SourceRange = { ...this.lines.place(from, to), line: place.line };
		if (name === "style")
			return inlineDeclarations(value, from, () => {}).flatMap((declared) =>
				valueOf(declared.property, declared.value, this.lines.place(declared.from, declared.to)),
			);
		if (name === "points") return numbersOf(value).numbers.map((n) => ({ node: "number", value: n, place: where }));
		if (name === "d" || name === "transform")
			return [...value.matchAll(/[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/g)].map(([text]) => ({
				node: "number",
				value: Number(text),
				place: where,
			}));
		return valueOf(name, value.trim(), where);
	}
}

function valueOf(name: string, text: string, place: SourceRange): Value[] {
	const role = PROPERTIES[name]?.role;
	if (role === "fill colour" || role === "pen colour" || name === "stop-color" || name === "color") {
		const paint = paintOf(text);
		if (paint?.kind === "none") return [{ node: "colour", value: NO_COLOUR, place }];
		const colour = cssColour(text);
		return [colour === undefined ? { node: "text", value: text, place } : { node: "colour", value: colour, place }];
	}
	const number = shareOf(text.replace(/(?:px|pt|em|cm|mm|in)$/, ""));
	return [number === undefined ? { node: "text", value: text, place } : { node: "number", value: number, place }];
}

/** Whether an attribute of an element is a place or a size. */
function useOf(element: string, name: string): UsedValue["use"] {
	if (name === "points" || name === "d" || name === "transform") return "place";
	const role = ELEMENT_OF.get(element)?.attributes[name]?.role;
	if (role === "x" || role === "y") return "place";
	return role === "width" || role === "height" || role === "radius" || role === "rounding" ? "size" : undefined;
}
