import { COLOUR_NAMES } from "../../colour/colour.ts";
import { Lines } from "../lines.ts";
import { nearest } from "../nearest.ts";
import type { Problem, SourceRange } from "../problem.ts";
import type { SvgAttribute, SvgDocument, SvgElement } from "./document.ts";
import { LOOKS, PROPERTIES, PROPERTIES_NOT_TAKEN, WITHOUT_EFFECT } from "./properties.ts";
import type { Declared } from "./style-sheet.ts";
import { ANYWHERE, ELEMENT_OF, ELEMENTS, NOT_TAKEN, SILENT } from "./svg-elements.ts";
import type { SvgHost } from "./svg-host.ts";

const NAMESPACE = "http://www.w3.org/2000/svg";

/** What reading a document remarks: names that mean nothing, what isn't recorded, ids that are there twice. */
export function remarksOn(document: SvgDocument): Problem[] {
	const lines = new Lines(document.source);
	const remarks: Problem[] = [...namespaceRemark(document.root, lines)];
	for (const element of document.elements) {
		if (element.name.includes(":") || SILENT.has(element.name)) continue;
		const spec = ELEMENT_OF.get(element.name);
		if (!spec) {
			remarks.push(strange(element, lines));
			continue;
		}
		remarks.push(...idleColour(element, document.source, lines));
		for (const attribute of element.attributes.values()) {
			const said = strangeAttribute(element, attribute, lines);
			if (said) remarks.push(said);
		}
	}
	return remarks.slice(0, 100);
}

/** Without its namespace a file isn't a drawing to a browser that opens it. */
function namespaceRemark(root: SvgElement, lines: Lines): Problem[] {
	const written = root.attributes.get("xmlns");
	if (written?.value.trim() === NAMESPACE) return [];
	const at = root.start + "<svg".length;
	const fix = written
		? { place: lines.place(written.from, written.to), text: NAMESPACE }
		: { place: lines.place(at, at), text: ` xmlns="${NAMESPACE}"` };
	return [{ code: "svg-namespace", place: written?.place ?? root.place, data: {}, fix }];
}

function strange({ name, place, start }: SvgElement, lines: Lines): Problem {
	if (NOT_TAKEN.has(name) || name.startsWith("fe")) return { code: "svg-element-not-taken", place, data: { name } };
	const near = nearest(
		name,
		ELEMENTS.map((spec) => spec.name),
	);
	const word = lines.place(start + 1, start + 1 + name.length);
	return {
		code: "svg-element-unknown",
		place,
		data: { name, ...(near !== undefined && { near }) },
		...(near !== undefined && { fix: { place: word, text: near } }),
	};
}

/** Words that people take for an attribute, with the one that they mean. */
const MEANT: Readonly<Record<string, string>> = {
	radius: "r",
	colour: "fill",
	"background-color": "fill",
	"stroke-color": "stroke",
	"stroke-colour": "stroke",
	border: "stroke",
	thickness: "stroke-width",
	linewidth: "stroke-width",
};

/** The attribute that a word may have been meant for. */
function meant(name: string, known: readonly string[]): string | undefined {
	const other = MEANT[name.toLowerCase()];
	return other !== undefined && known.includes(other) ? other : nearest(name, known);
}

/** `color` colours nothing by itself: it is what `currentColor` stands for. */
function idleColour({ name, attributes }: SvgElement, source: string, lines: Lines): Problem[] {
	const written = attributes.get("color");
	if (!written || !ELEMENT_OF.get(name)?.draws || /currentcolor/i.test(source)) return [];
	const { place, start } = written;
	const fix = { place: lines.place(start, start + "color".length), text: "fill" };
	return [{ code: "svg-color", place, data: {}, ...(!attributes.has("fill") && { fix }) }];
}

function strangeAttribute(element: SvgElement, attribute: SvgAttribute, lines: Lines): Problem | undefined {
	const { name, start, place } = attribute;
	const own = ELEMENT_OF.get(element.name)?.attributes ?? {};
	if (Object.hasOwn(own, name) || ANYWHERE.has(name) || LOOKS.has(name) || WITHOUT_EFFECT.has(name)) return undefined;
	if (name.includes(":") || name.startsWith("data-") || name.startsWith("aria-") || name === "xmlns") return undefined;
	if (/^on[a-z]/.test(name)) return { code: "svg-attribute-not-taken", place, data: { name } };
	// Those get their remark where the style is computed.
	if (PROPERTIES_NOT_TAKEN.has(name)) return { code: "svg-property-not-taken", place, data: { name } };
	const near = meant(name, [...Object.keys(own), ...LOOKS, "id", "class", "style"]);
	return {
		code: near?.toLowerCase() === name.toLowerCase() ? "svg-attribute-case" : "svg-attribute-unknown",
		place,
		data: { name, element: element.name, ...(near !== undefined && { near }) },
		...(near !== undefined &&
			!element.attributes.has(near) && { fix: { place: lines.place(start, start + name.length), text: near } }),
	};
}

/** A property of a style that means nothing, with the one that may be meant. */
export function remarkProperty(host: SvgHost, name: string, place: SourceRange): void {
	const near = nearest(name, Object.keys(PROPERTIES));
	host.remark("svg-property-unknown", place, { name, ...(near !== undefined && { near }) });
}

/** A value that its property can't have; of a colour with the one that may be meant. */
export function remarkValue(host: SvgHost, element: SvgElement, { property, value, from, to }: Declared): void {
	const place = host.place(from, Math.max(to, from + 1));
	if (property === "fill" || property === "stroke" || property === "color" || property === "stop-color") {
		const near = value.length > 40 ? undefined : nearest(value, COLOUR_NAMES);
		host.remark("svg-colour-unknown", place, { name: property, value, ...(near && { near }) });
	} else host.remark("svg-value-wrong", place, { name: property, value, element: element.name });
}
