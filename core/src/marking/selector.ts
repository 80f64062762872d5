import { z } from "zod";
import { parseColour, type Rgba } from "../colour/colour.ts";
import { difference } from "../colour/difference.ts";
import { FAMILIES, type Family, familiesOf } from "../colour/family.ts";
import { type Figure, KINDS, type Kind } from "../figures/figure.ts";

/** Distances of colours (CIEDE2000) up to which two are one colour for a class. */
const ONE_COLOUR = 12;

/** A colour in an exercise: a family, a CSS name or a code; "none" for no paint. */
export const colourWord = z.string().refine((word) => word === "none" || FAMILIES.includes(word as Family) || parseColour(word) !== undefined, {
	error: (issue) => `"${String(issue.input)}" is no colour: give a family (${FAMILIES.join(", ")}), a CSS name or a code like #c81e1e`,
});

export const kindWord = z.enum(KINDS);

/** Which figures are meant: all that is stated must hold. */
export const selector = z.strictObject({
	kind: z.union([kindWord, z.array(kindWord).min(1)]).optional(),
	sides: z.int().min(3).optional(),
	number: z.int().min(1).max(500).optional(),
	fill: colourWord.optional(),
	outline: colourWord.optional(),
	filled: z.boolean().optional(),
	width: z.number().optional(),
	height: z.number().optional(),
	diameter: z.number().optional(),
	radius: z.number().optional(),
	side: z.number().optional(),
	text: z.strictObject({ is: z.string(), ignoring: z.array(z.enum(["case", "spaces"])).optional() }).optional(),
	strict: z.boolean().optional(),
});
export type Selector = z.infer<typeof selector>;

/** Whether a paint is the colour that a word asks for. */
export function isColour(paint: number, word: string): boolean {
	if (word === "none" || paint === -1) return word === "none" && paint === -1;
	if (FAMILIES.includes(word as Family)) return familiesOf(paint).includes(word as Family);
	const wanted = parseColour(word) as Rgba;
	return difference(paint, wanted) <= ONE_COLOUR || familiesOf(wanted)[0] === familiesOf(paint)[0];
}

export function kindsOf(of: Selector): readonly Kind[] | undefined {
	return of.kind === undefined ? undefined : typeof of.kind === "string" ? [of.kind] : of.kind;
}

/** A text with what is ignored left out. */
function plain(text: string, ignoring: readonly string[] = []): string {
	const cased = ignoring.includes("case") ? text.toLowerCase() : text;
	return ignoring.includes("spaces") ? cased.replace(/\s+/g, "") : cased;
}

export function sameText(found: string, wanted: NonNullable<Selector["text"]>): boolean {
	return plain(found, wanted.ignoring) === plain(wanted.is, wanted.ignoring);
}

/** The sizes that a selector states, with how each is read off a figure. */
export function statedSizes(of: Selector): { wanted: number; found: (figure: Figure) => number }[] {
	const sizes: { wanted: number; found: (figure: Figure) => number }[] = [];
	if (of.width !== undefined) sizes.push({ wanted: of.width, found: (f) => f.width });
	if (of.height !== undefined) sizes.push({ wanted: of.height, found: (f) => f.height });
	if (of.diameter !== undefined) sizes.push({ wanted: of.diameter, found: (f) => (f.width + f.height) / 2 });
	if (of.radius !== undefined) sizes.push({ wanted: of.radius, found: (f) => (f.width + f.height) / 4 });
	if (of.side !== undefined) sizes.push({ wanted: of.side, found: (f) => f.sides[0] ?? 0 });
	return sizes;
}

/** Whether a figure meets a selector in full. @param size how far sizes may be off */
export function meets(figure: Figure, of: Selector, size: number): boolean {
	const kinds = kindsOf(of);
	if (kinds && !kinds.some((kind) => figure.kinds.includes(kind))) return false;
	if (of.sides !== undefined && figure.sides.length !== of.sides) return false;
	if (of.fill !== undefined && !isColour(figure.fill, of.fill)) return false;
	if (of.outline !== undefined && !isColour(figure.outline, of.outline)) return false;
	if (of.filled !== undefined && (figure.fill !== -1) !== of.filled) return false;
	if (of.text !== undefined && !(figure.lettering && sameText(figure.lettering.text, of.text))) return false;
	return statedSizes(of).every(({ wanted, found }) => Math.abs(found(figure) - wanted) <= size);
}
