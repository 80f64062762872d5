import type { Figure } from "../../figures/figure.ts";
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
	/** It follows from other slips: told only where nothing else explains any of its claims. */
	readonly follows?: true;
	readonly tries: (look: SlipContext) => readonly Explanation[];
}

/** What of a drawing, or of a program, can be wrong. */
export type Aspect =
	| "fill"
	| "outline"
	| "width"
	| "paper"
	| "place"
	| "turn"
	| "size"
	| "shape"
	| "paint"
	| "number"
	| "order"
	| "seen"
	| "frames"
	| "source";

/** The checks that speak of each aspect; those of several kinds are parted by what they look at. */
export const CHECKS_ABOUT: Readonly<Record<Aspect, readonly string[]>> = {
	place: [
		"position",
		"relation",
		"arrangement",
		"sheet on",
		"path",
		"likeness",
		"movement",
		"change",
		"what if",
		"colour in order",
	],
	turn: ["position", "relation", "arrangement", "path", "likeness", "measure shape", "measure", "sheet on"],
	size: [
		"measure",
		"measure shape",
		"arrangement",
		"relation",
		"count",
		"likeness",
		"runs",
		"visible",
		"change",
		"sheet on",
		"nothing else",
	],
	shape: [
		"count",
		"measure",
		"measure shape",
		"path",
		"nothing else",
		"relation",
		"arrangement",
		"position",
		"likeness",
		"sheet on",
	],
	fill: ["colour fill", "colour in order", "filling", "distinct", "visible", "count paint", "likeness", "change"],
	outline: ["colour outline", "filling", "distinct", "visible", "count paint", "likeness", "change"],
	width: ["measure line", "filling"],
	paper: ["sheet paper", "colour paper"],
	paint: [
		"colour fill",
		"colour outline",
		"colour in order",
		"filling",
		"distinct",
		"visible",
		"count paint",
		"likeness",
		"measure line",
		"change",
		"sheet paper",
	],
	number: [
		"count",
		"count paint",
		"nothing else",
		"distinct",
		"path",
		"arrangement",
		"position",
		"measure",
		"measure shape",
	],
	order: ["order", "visible", "likeness"],
	seen: ["visible", "order", "sheet on", "likeness"],
	frames: ["movement", "count", "position", "nothing else", "measure", "code", "colour fill"],
	source: ["code", "what if", "runs", "own work", "change", "count", "position", "measure shape"],
};

/** Measures of a figure's form, beside its size. */
const OF_SHAPE: ReadonlySet<string> = new Set([
	"side lengths",
	"interior angles",
	"closing gap",
	"turns",
	"sweep",
	"rotation",
	"direction",
	"points",
	"start angle",
	"length",
	"perimeter",
	"area",
]);

/** A criterion's check, parted by what it looks at. */
export function checkAbout(criterion: Readonly<Record<string, unknown>>): string {
	const check = String(criterion.check);
	const what = [criterion.what].flat().map(String);
	if (check === "measure")
		return what.every((w) => w === "outline width")
			? "measure line"
			: what.some((w) => OF_SHAPE.has(w))
				? "measure shape"
				: check;
	if (check === "sheet") return criterion.paper === undefined ? "sheet on" : "sheet paper";
	if (check === "colour")
		return criterion["in order"] !== undefined
			? "colour in order"
			: `colour ${criterion.what === "text" ? "fill" : String(criterion.what)}`;
	const of = criterion.of as Readonly<Record<string, unknown>> | undefined;
	return check === "count" &&
		of !== null &&
		typeof of === "object" &&
		("fill" in of || "outline" in of || "filled" in of)
		? "count paint"
		: check;
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
