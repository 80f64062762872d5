import type { Machine } from "../machine.ts";

/** One value that a statement or phrase takes. */
export interface ValueSpec {
	/** As the docs and messages call it: "W", "a radius". */
	readonly name: string;
	readonly kind: "number" | "colour" | "text" | "list" | "picture" | "any";
	/** What of the drawing it says, where it says a place or a size. */
	readonly use?: "place" | "size";
}

/** A word and what follows it. */
export interface PhraseSpec {
	readonly word: string;
	/** Another spelling of the word that is read as the same. */
	readonly also?: string;
	readonly values: readonly ValueSpec[];
	/** Fixed words, of which one follows instead of values. */
	readonly choices?: readonly string[];
	/** Points: pairs of numbers, as many as are written, or one list of pairs. */
	readonly points?: true;
}

/**
 * A drawing statement: its grammar, its action and its help. Its arguments reach `run` in this order: the direction
 * word's index, the bare values, then for each phrase in the order below its values (or the chosen word's index, `true`
 * for a phrase without values, a flat list of numbers for points); what isn't written is undefined. Values have the
 * kinds named here and numbers are finite.
 */
export interface Statement {
	readonly head: string;
	/** What it leaves on the sheet: a placed shape, a laid picture, a walked line; nothing for settings and moves. */
	readonly draws?: "shape" | "picture" | "walk";
	/** Words of which one follows the head. */
	readonly direction?: readonly string[];
	readonly values: readonly ValueSpec[];
	/** More values like the last may follow, parted by commas; they arrive as one list. */
	readonly more?: true;
	readonly phrases: readonly PhraseSpec[];
	/** Sets of phrases of which one must be complete; "values" means the bare values. */
	readonly patterns: readonly (readonly string[])[];
	/** The grammar in one line a form. */
	readonly forms: readonly string[];
	/** What it does, in one or two sentences. */
	readonly help: string;
	/** A program that shows it. */
	readonly example: string;
	// biome-ignore lint/suspicious/noExplicitAny: each statement names the arguments it gets
	readonly run: (machine: Machine, line: number, ...given: any[]) => void;
}

export const number = (name: string): ValueSpec => ({ name, kind: "number" });
/** A length, radius or factor: what makes a thing larger or smaller. */
export const sized = (name: string): ValueSpec => ({ name, kind: "number", use: "size" });
const coordinate = (name: string): ValueSpec => ({ name, kind: "number", use: "place" });
export const place: readonly ValueSpec[] = [coordinate("X"), coordinate("Y")];
export const size: readonly ValueSpec[] = [sized("W"), sized("H")];
export const turned: PhraseSpec = { word: "turned", values: [number("A")] };
/** The ways of giving points: one by one, as one list of pairs, or as two lists. */
export const points: readonly PhraseSpec[] = [
	{ word: "at", values: [], points: true },
	{ word: "xs", values: [{ name: "LIST", kind: "list", use: "place" }] },
	{ word: "ys", values: [{ name: "LIST", kind: "list", use: "place" }] },
];
