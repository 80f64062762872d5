import type { Figure } from "../../figures/figure.ts";
import type { Look } from "./look.ts";

/** A number or word that a slip would have drawn, beside what was found. */
export interface Evidence {
	readonly what: string;
	readonly expected: string;
	readonly found: string;
}

/** An explanation of something that was missed. */
export interface Explanation {
	/** Source lines involved. */
	readonly lines: readonly number[];
	readonly figures: readonly number[];
	/** What it explains: once a particular slip has explained something, a general one doesn't again. */
	readonly claims: readonly string[];
	readonly evidence: readonly Evidence[];
	/** Values for its sentences. */
	readonly data: Readonly<Record<string, string | number>>;
}

/** A known kind of mistake. */
export interface Slip {
	readonly id: string;
	/** What it can explain: the checks of missed criteria for which it is tried. */
	readonly about: readonly Aspect[];
	readonly tries: (look: Look) => readonly Explanation[];
}

/** What of a drawing, or of a program, can be wrong. */
export type Aspect = "place" | "size" | "shape" | "paint" | "number" | "order" | "seen" | "frames" | "source";

/** The checks that speak of each aspect. */
export const CHECKS_ABOUT: Readonly<Record<Aspect, readonly string[]>> = {
	place: ["position", "relation", "arrangement", "sheet", "path", "likeness", "movement", "change", "count", "nothing else", "what if"],
	size: ["measure", "arrangement", "relation", "count", "likeness", "runs", "visible", "change", "sheet"],
	shape: ["count", "measure", "path", "nothing else", "relation", "arrangement", "position", "likeness", "sheet"],
	paint: ["colour", "filling", "distinct", "visible", "count", "likeness", "measure", "change", "sheet"],
	number: ["count", "nothing else", "distinct", "path", "arrangement", "position", "measure"],
	order: ["order", "colour", "visible", "likeness", "relation"],
	seen: ["visible", "order", "sheet", "count", "position", "relation", "likeness"],
	frames: ["movement", "count", "position", "nothing else", "measure", "code", "colour"],
	source: ["code", "what if", "runs", "own work", "change", "count", "position"],
};

/** An explanation of one figure. */
export function explained(figure: Figure, claims: readonly string[], evidence: readonly Evidence[], data: Explanation["data"] = {}): Explanation {
	return { lines: figure.lines, figures: [figure.index], claims: claims.map((c) => `${c} ${figure.index}`), evidence, data };
}

const round = (value: number) => String(Math.round(value * 10) / 10 + 0);

/** One number as evidence. */
export const number = (what: string, expected: number, found: number): Evidence => ({ what, expected: round(expected), found: round(found) });

/** A place as evidence. */
export const point = (what: string, expected: readonly [number, number], found: readonly [number, number]): Evidence => ({
	what,
	expected: expected.map(round).join(", "),
	found: found.map(round).join(", "),
});

/** A word as evidence. */
export const word = (what: string, expected: string, found: string): Evidence => ({ what, expected, found });
