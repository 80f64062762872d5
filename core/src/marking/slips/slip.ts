import type { Figure } from "../../figures/figure.ts";
import type { Aspect } from "../aspects.ts";
import type { SlipContext } from "./slip-context.ts";

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
	/** What it can explain, where that is less than its slip in general. */
	readonly about?: readonly Aspect[];
	/** Values for its sentences. */
	readonly data: Readonly<Record<string, string | number>>;
}

/** A known kind of mistake. */
export interface Slip {
	readonly id: string;
	/** What it can explain: the checks of missed criteria for which it is tried. */
	readonly about: readonly Aspect[];
	/** It follows from other slips: reported only where nothing else explains any of its claims. */
	readonly follows?: true;
	readonly tries: (look: SlipContext) => readonly Explanation[];
}

/** An explanation of one figure. */
export function explained(
	figure: Figure,
	claims: readonly string[],
	evidence: readonly Evidence[],
	data: Explanation["data"] = {},
): Explanation {
	return {
		lines: figure.lines,
		figures: [figure.index],
		claims: claims.map((c) => `${c} ${figure.index}`),
		evidence,
		data,
	};
}

const round = (value: number) => String(Math.round(value * 10) / 10 + 0);

/** One number as evidence. */
export const number = (what: string, expected: number, found: number): Evidence => ({
	what,
	expected: round(expected),
	found: round(found),
});

/** A place as evidence. */
export const point = (
	what: string,
	expected: readonly [number, number],
	found: readonly [number, number],
): Evidence => ({
	what,
	expected: expected.map(round).join(", "),
	found: found.map(round).join(", "),
});

/** A word as evidence. */
export const word = (what: string, expected: string, found: string): Evidence => ({ what, expected, found });
