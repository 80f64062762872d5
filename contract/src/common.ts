import { z } from "zod";

export const id = z.uuid();
export const idParams = z.object({ id });
/** The end of the year 9999, in milliseconds of Unix time: ISO 8601 has four digits for a year. */
export const LAST_INSTANT = 253_402_300_799_999;
/** An instant, in ISO 8601 with its zone. */
export const instant = z.iso
	.datetime({ offset: true })
	.refine((text) => Date.parse(text) <= LAST_INSTANT, { error: "is after the year 9999" });
/** An instant, or a time on a class's own clock, which becomes one: "2027-03-28T02:30". */
export const moment = z.union([instant, z.iso.datetime({ local: true })]);
export const points = z.object({ earned: z.number(), possible: z.number() });
export const verdict = z.enum(["met", "partly", "missed", "not-judged"]);
export const person = z.object({ id, name: z.string() });
/** The id that an exercise's or a collection's file gives itself. */
export const key = z.string().regex(/^[a-z0-9-]{1,80}$/);
/** Names of people and things: one line of text. */
export const name = z
	.string()
	.trim()
	.min(1)
	.max(120)
	// biome-ignore lint/suspicious/noControlCharactersInRegex: what names may not hold.
	.regex(/^[^\u0000-\u001f\u007f\u2028\u2029]*$/, { error: "has a character that isn't allowed in one line of text" });
/** Words of people to people. */
export const words = z.string().trim().min(1).max(4_000);
/** The most a source may have, in bytes of UTF-8. */
export const SOURCE_BYTES = 256 * 1024;
export const source = z.string();

/** What a program is written in. */
export const language = z.enum(["nib", "python", "javascript", "svg"]);
export const bytes = z.custom<Uint8Array>((value) => value instanceof Uint8Array, { error: "isn't a file" });

/** A page of a list: the cursor of the page before, and the number of rows. */
export const pageQuery = z.object({
	cursor: z.string().max(300).optional(),
	limit: z.coerce.number().int().min(1).max(200).default(50),
});
/** What is looked for in a list. */
export const searched = z.string().trim().min(1).max(120).optional();
/** Of a page: what to ask for the next one; null on the last. */
export const next = z.string().nullable();
