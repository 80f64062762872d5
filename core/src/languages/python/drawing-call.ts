import { rolesOfHead, rolesOfPhrase } from "../nib/sites/roles.ts";
import type { ValueSpec } from "../nib/statements/statement.ts";
import type { Role } from "../sites.ts";
import { keywordOf, MODULE_FUNCTIONS, type ModuleFunction } from "./module-functions.ts";
import type { CallExpression, Expression } from "./syntax.ts";

/** A value that a drawing function is given, with what it is for. */
export interface DrawnValue {
	readonly value: Expression;
	readonly use: "place" | "size" | undefined;
	readonly role: Role;
}

/** A keyword of a drawing function's call, or the phrase that the function's name has. */
export interface DrawnPhrase {
	/** The word of Nib's statement. */
	readonly word: string;
	readonly choice?: string;
	/** Where the keyword is written. */
	readonly at: { readonly start: number; readonly end: number } | undefined;
	readonly values: readonly DrawnValue[];
	/** The whole value, where it is one pair or one list. */
	readonly whole?: Expression;
}

/** A call of a drawing function, in the words of Nib's statement. */
export interface DrawingCall {
	readonly f: ModuleFunction;
	readonly values: readonly DrawnValue[];
	readonly phrases: readonly DrawnPhrase[];
}

/** The name that is called: of `markpen.circle` its last part. */
export function calledName({ callee }: CallExpression): string | undefined {
	if (callee.node === "name") return callee.name;
	if (callee.node === "member" && callee.value.node === "name" && /^(?:markpen|mp|m)$/.test(callee.value.name))
		return callee.name;
	return undefined;
}

/** A call as a drawing statement; undefined if it isn't one. @param own the program's own functions */
export function drawingCall(call: CallExpression, own: ReadonlySet<string>): DrawingCall | undefined {
	const name = calledName(call);
	const f = name === undefined || own.has(name) ? undefined : MODULE_FUNCTIONS.get(name);
	if (!f) return undefined;
	const { head } = f.statement;
	const placed = call.values.filter((v) => !v.keyword && !v.spread).map((v) => v.value);
	const phrases: DrawnPhrase[] = f.fixed.map((word) => ({ word, at: undefined, values: [] }));
	const named = f.statement.phrases.find((p) => p.word === f.phrase);
	const roles = named ? rolesOfPhrase(head, named) : rolesOfHead(head, f.values);
	const values = sorted(unpacked(placed, f.values.length), f.values, roles);
	if (named) phrases.push({ word: named.word, at: undefined, values });
	for (const { keyword, value } of call.values) {
		const phrase = keyword && f.keywords.find((k) => keywordOf(k.word) === keyword.name || k.also === keyword.name);
		if (!keyword || !phrase) continue;
		const kinds = rolesOfPhrase(head, phrase);
		const at = { start: keyword.start, end: keyword.end };
		if (phrase.choices) {
			const choice = value.node === "text" ? value.value.replaceAll("_", " ") : undefined;
			phrases.push({ word: phrase.word, at, values: [], ...(choice !== undefined && { choice }) });
			continue;
		}
		const inner = phrase.points
			? pointsOf(value)
			: sorted(unpacked([value], phrase.values.length), phrase.values, kinds);
		phrases.push({ word: phrase.word, at, values: inner, whole: value });
	}
	return { f, values: named ? [] : values, phrases };
}

/** The values of a pair, where one is wanted and written. */
function unpacked(values: readonly Expression[], count: number): readonly Expression[] {
	const [only] = values;
	return count > 1 && values.length === 1 && only?.node === "items" && only.items.length === count
		? only.items
		: values;
}

function sorted(
	values: readonly Expression[],
	specs: readonly ValueSpec[],
	roles: readonly Role[],
): readonly DrawnValue[] {
	// A pair that isn't written as one is a value of both roles; the first is named.
	return values.map((value, i) => ({ value, use: specs[i]?.use, role: roles[i] ?? "other" }));
}

/** The points of a list that is written out; a list under a name is one value. */
function pointsOf(value: Expression): readonly DrawnValue[] {
	const items = value.node === "items" ? value.items : [value];
	return items.map((item) => ({ value: item, use: "place" as const, role: "x" as const }));
}
