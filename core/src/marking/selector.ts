import { z } from "zod";
import { type Figure, type FigureKind, KINDS } from "../figures/figure.ts";
import { colourWord } from "./paint-words.ts";
import { zone } from "./zone.ts";

export const kindWord = z.enum(KINDS);

/** A wanted figure's name, or a criterion's id. */
export const figureName = z
	.string()
	.max(80, { error: "an id has at most 80 letters" })
	.regex(/^[a-z][a-z0-9-]*$/, {
		error: (issue) => `"${String(issue.input)}" can't be an id: use small letters, digits and hyphens, a letter first`,
	});

const sized = z.union([z.number(), z.strictObject({ between: z.tuple([z.number(), z.number()]) })]);

/** A size that a selector states: a number, or a range with both ends. */
export type Sized = z.infer<typeof sized>;

export const PICKS = ["largest", "smallest", "highest", "lowest", "leftmost", "rightmost"] as const;

const plainShape = {
	kind: z.union([kindWord, z.array(kindWord).min(1)]).optional(),
	sides: z.int().min(3).optional(),
	number: z.int().min(1).max(500).optional(),
	fill: colourWord.optional(),
	outline: colourWord.optional(),
	filled: z.boolean().optional(),
	width: sized.optional(),
	height: sized.optional(),
	diameter: sized.optional(),
	radius: sized.optional(),
	side: sized.optional(),
	"wider than high": z.literal(true).optional(),
	"higher than wide": z.literal(true).optional(),
	text: z.strictObject({ is: z.string(), ignoring: z.array(z.enum(["case", "spaces"])).optional() }).optional(),
	zone: zone.optional(),
	of: figureName.optional(),
	inside: figureName.optional(),
	on: figureName.optional(),
	"by routine": z.string().min(1).optional(),
	"by variable": z.string().min(1).optional(),
	drawn: z.union([z.int().min(1), z.enum(["first", "last"])]).optional(),
	pick: z.enum(PICKS).optional(),
	"group of": figureName.optional(),
	strict: z.boolean().optional(),
};

/** What a selector may state, without `not`. */
const plainSelector = z.strictObject(plainShape);

/** Which figures are meant: all that is stated must hold. */
export type Selector = z.infer<typeof plainSelector> & { readonly not?: string | Selector | undefined };

export const selector: z.ZodType<Selector> = z.strictObject({
	...plainShape,
	get not() {
		return z.union([figureName, selector]).optional();
	},
});

/** The other names that a selector leans on. */
export function namesIn(of: Selector): string[] {
	const own = [of.of, of.inside, of.on, of["group of"]].filter((n) => n !== undefined);
	if (typeof of.not === "string") return [...own, of.not];
	return of.not ? [...own, ...namesIn(of.not)] : own;
}

export function kindsOf(of: Selector): readonly FigureKind[] | undefined {
	if (of.kind === undefined) return undefined;
	return typeof of.kind === "string" ? [of.kind] : of.kind;
}

/** A text with what is ignored left out. */
function plain(text: string, ignoring: readonly string[] = []): string {
	const cased = ignoring.includes("case") ? text.toLowerCase() : text;
	return ignoring.includes("spaces") ? cased.replace(/\s+/g, "") : cased;
}

export function sameText(found: string, wanted: NonNullable<Selector["text"]>): boolean {
	return plain(found, wanted.ignoring) === plain(wanted.is, wanted.ignoring);
}

/** How far a size is from a stated one; 0 inside a range. */
export function sizeOffset(found: number, wanted: Sized): number {
	if (typeof wanted === "number") return Math.abs(found - wanted);
	return Math.max(wanted.between[0] - found, found - wanted.between[1], 0);
}

/** The sizes that a selector states, with how each is read off a figure. */
export function statedSizes(of: Selector): { wanted: Sized; found: (figure: Figure) => number }[] {
	const sizes: { wanted: Sized; found: (figure: Figure) => number }[] = [];
	if (of.width !== undefined) sizes.push({ wanted: of.width, found: (f) => f.width });
	if (of.height !== undefined) sizes.push({ wanted: of.height, found: (f) => f.height });
	if (of.diameter !== undefined) sizes.push({ wanted: of.diameter, found: (f) => (f.width + f.height) / 2 });
	if (of.radius !== undefined) sizes.push({ wanted: of.radius, found: (f) => (f.width + f.height) / 4 });
	if (of.side !== undefined) sizes.push({ wanted: of.side, found: (f) => f.sides[0] ?? 0 });
	return sizes;
}
