import { type DrawStep, everyValue, RANK, type Step, type Value } from "../../languages/outline.ts";
import type { Flow } from "./flow.ts";

/** What a value in a statement is for. */
export type Use = "places" | "sizes" | "conditions";

/** The values of a statement that are places, sizes or conditions; a point of a polygon gives its two numbers. */
export function valuesFor(step: Step, use: Use): Value[] {
	if (use === "conditions") {
		if (step.node === "if") return step.branches.map((b) => b.condition);
		return step.node === "while" ? [step.condition] : [];
	}
	if (step.node !== "draw") return [];
	return valuesUsedFor(step, use === "places" ? "place" : "size").flatMap((value) =>
		value.node === "list" ? value.items : [value],
	);
}

/** The values of a drawing statement that its own table calls places, or sizes. */
function valuesUsedFor({ values, phrases }: DrawStep, use: "place" | "size"): Value[] {
	return [...values, ...phrases.flatMap((p) => p.values)].flatMap((used) => (used.use === use ? [used.value] : []));
}

/** The signs that a value is computed with, following names; empty if it is written as it is. */
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

/** Signs that compute a number, and none that compares. */
const WORKS_OUT: ReadonlySet<string> = new Set(["+", "-", "*", "/", "mod", "^"]);

/** The signs and functions that a condition itself is computed with; comparing isn't computing. */
export function signsIn(condition: Value): string[] {
	return [...everyValue(condition)].flatMap((part) =>
		part.node === "binary" && WORKS_OUT.has(part.sign) ? [part.sign] : part.node === "call" ? [`${part.name}( )`] : [],
	);
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
