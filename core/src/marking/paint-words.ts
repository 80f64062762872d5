import { z } from "zod";
import { parseColour, type Rgba } from "../colour/colour.ts";
import { difference } from "../colour/difference.ts";
import { FAMILIES, type Family, familiesOf } from "../colour/family.ts";

/** Distances of colours (CIEDE2000) up to which two are one colour for a class. */
const ONE_COLOUR = 12;

/** A colour in an exercise: a family, a CSS name or a code; "none" for no paint. */
export const colourWord = z
	.string()
	.refine((word) => word === "none" || FAMILIES.includes(word as Family) || parseColour(word) !== undefined, {
		error: (issue) =>
			`"${String(issue.input)}" isn't a colour: give a family (${FAMILIES.join(", ")}), a CSS name or a code like #c81e1e`,
	});

/** Whether a paint is the colour that a word asks for. */
export function isColour(paint: number, word: string): boolean {
	if (word === "none" || paint === -1) return word === "none" && paint === -1;
	if (FAMILIES.includes(word as Family)) return familiesOf(paint).includes(word as Family);
	const wanted = parseColour(word) as Rgba;
	return difference(paint, wanted) <= ONE_COLOUR || familiesOf(wanted)[0] === familiesOf(paint)[0];
}

/**
 * Whether a paint is surely something else than a word says: its nearest family, or a colour that nobody would call
 * the same.
 */
export function isOther(paint: number, word: string): boolean {
	if (word === "none") return paint !== -1;
	if (paint === -1) return true;
	return FAMILIES.includes(word as Family)
		? familiesOf(paint)[0] !== word
		: difference(paint, parseColour(word) as Rgba) > ONE_COLOUR;
}

/** Whether two paints are one colour for a class. */
export function sameColour(a: number, b: number): boolean {
	return a === b || (a !== -1 && b !== -1 && (difference(a, b) < 5 || familiesOf(a)[0] === familiesOf(b)[0]));
}
