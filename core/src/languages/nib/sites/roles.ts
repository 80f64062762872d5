import type { Deed, Role } from "../../sites.ts";
import type { PhraseSpec, Statement, ValueSpec } from "../statements/statement.ts";
import type { Step } from "../tree.ts";

/** What the values of a phrase, or the bare ones of a statement, are for, where their names alone don't say it. */
const ROLES: Readonly<Record<string, readonly Role[]>> = {
	walk: ["length"],
	turn: ["turn"],
	face: ["direction"],
	fill: ["fill colour"],
	paper: ["paper colour"],
	text: ["words"],
	"arc from": ["direction"],
	"arc to": ["direction"],
	"pen colour": ["pen colour"],
	"pen width": ["line width"],
	"rect round": ["rounding"],
	"curve sweep": ["sweep"],
	"polygon sides": ["corners"],
	"star points": ["corners"],
	"lay enlarged": ["factor"],
	"text size": ["height"],
	"dot size": ["diameter"],
};

/** What a value called so in its statement's grammar is for. */
const BY_NAME: Readonly<Record<string, Role>> = {
	X: "x",
	Y: "y",
	W: "width",
	H: "height",
	R: "radius",
	D: "diameter",
	A: "rotation",
};

/** What each value of a phrase is for; of points, those of one point. */
export function rolesOfPhrase(head: string, phrase: PhraseSpec): readonly Role[] {
	if (phrase.points) return ["x", "y"];
	if (phrase.word === "xs") return ["x"];
	if (phrase.word === "ys") return ["y"];
	return ROLES[`${head} ${phrase.word}`] ?? named(phrase.values);
}

/** What each bare value of a statement is for. */
export function rolesOfHead(head: string, values: readonly ValueSpec[]): readonly Role[] {
	return ROLES[head] ?? named(values);
}

const named = (values: readonly ValueSpec[]): Role[] => values.map(({ name }) => BY_NAME[name] ?? "other");

const PEN: Readonly<Record<string, Deed>> = {
	up: "lift",
	down: "lower",
	none: "no pen",
	colour: "pen colour",
	width: "pen width",
};

const HEADS: Readonly<Record<string, Deed>> = {
	walk: "walk",
	turn: "turn",
	curve: "curve",
	go: "go",
	face: "face",
	fill: "fill",
	paper: "paper",
	wipe: "wipe",
	lay: "lay",
};

const NODES: Readonly<Record<Exclude<Step["node"], "draw">, Deed>> = {
	let: "declare",
	set: "assign",
	put: "assign",
	for: "loop",
	each: "loop",
	repeat: "loop",
	while: "loop",
	if: "condition",
	frames: "frames",
	area: "area",
	routine: "routine",
	picture: "picture",
	do: "call",
	return: "other",
	break: "other",
};

/** What a phrase of a statement does by itself, where it does. */
export function deedOfPhrase(statement: Statement, word: string): Deed | undefined {
	return statement.head === "pen" ? PEN[word] : undefined;
}

/** What a statement does. */
export function deedsOf(step: Step): ReadonlySet<Deed> {
	if (step.node !== "draw") return new Set([NODES[step.node]]);
	return deedsOfStatement(
		step.statement,
		step.phrases.map((p) => p.word),
	);
}

/** What a drawing statement does that has some phrases. */
export function deedsOfStatement({ head, draws }: Statement, words: readonly string[]): ReadonlySet<Deed> {
	if (head === "pen") return new Set(words.flatMap((word) => PEN[word] ?? []));
	return new Set([HEADS[head] ?? (draws === "shape" ? "shape" : "other")]);
}
