import { RANK } from "../../nib/source-of.ts";
import { type DrawNode, everyValue, type Step, type Value } from "../../nib/tree.ts";
import type { Flow } from "./flow.ts";

/** What a value in a statement is for. */
export type Use = "places" | "sizes" | "conditions";

const PLACE_PHRASES: ReadonlySet<string> = new Set(["corner", "centre", "at", "from", "to", "toward", "xs", "ys"]);
const SIZE_PHRASES: ReadonlySet<string> = new Set(["size", "radius", "diameter", "round", "inner", "enlarged"]);
/** Statements whose `from` and `to` are directions. */
const TURNED: ReadonlySet<string> = new Set(["arc"]);

/** The values of a statement that are places, sizes or conditions; a point of a polygon gives its two numbers. */
export function valuesFor(step: Step, use: Use): Value[] {
	if (use === "conditions")
		return step.node === "if" ? step.branches.map((b) => b.condition) : step.node === "while" ? [step.condition] : [];
	if (step.node !== "draw") return [];
	const own = use === "places" ? placesOf(step) : sizesOf(step);
	return own.flatMap((value) => (value.node === "list" ? value.items : [value]));
}

function placesOf(step: DrawNode): Value[] {
	const { head } = step.statement;
	const bare = head === "go" ? [...step.values] : [];
	return [
		...bare,
		...step.phrases
			.filter((p) => PLACE_PHRASES.has(p.word) && !(TURNED.has(head) && (p.word === "from" || p.word === "to")))
			.flatMap((p) => p.values),
	];
}

function sizesOf(step: DrawNode): Value[] {
	const bare = step.statement.head === "walk" ? [...step.values] : [];
	return [...bare, ...step.phrases.filter((p) => SIZE_PHRASES.has(p.word)).flatMap((p) => p.values)];
}

/** The signs that a value is worked out with, following names; empty where it is written as it is. */
export function signsOf(value: Value, flow: Flow, seen: Set<object> = new Set()): string[] {
	const signs: string[] = [];
	for (const part of everyValue(value)) {
		if (part.node === "binary") signs.push(part.sign);
		if (part.node === "call") signs.push(`${part.name}( )`);
		const variable = flow.variableOf(part);
		if (!variable || seen.has(variable)) continue;
		seen.add(variable);
		for (const given of flow.valuesGiven(variable)) signs.push(...signsOf(given, flow, seen));
	}
	return signs;
}

/** Whether a value can't be written without brackets. */
export function hasBrackets(value: Value): boolean {
	return [...everyValue(value)].some((part) => {
		if (part.node === "unary") return part.value.node === "binary" && RANK[part.value.sign] < 7;
		if (part.node !== "binary") return false;
		const own = RANK[part.sign];
		const looser = (v: Value, right: boolean) =>
			v.node === "binary" && (RANK[v.sign] < own || (right && RANK[v.sign] === own && own !== 8));
		return looser(part.left, false) || looser(part.right, true);
	});
}
