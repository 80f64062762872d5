import type { Expression } from "./syntax.ts";

/** A number as it is written; one below zero has its sign. */
export function numberOf(of: Expression): number | undefined {
	if (of.node === "number") return of.value;
	return of.node === "unary" && of.sign === "-" && of.value.node === "number" ? -of.value.value : undefined;
}

/** The values that a value is made of. */
export function partsOf(of: Expression): readonly Expression[] {
	switch (of.node) {
		case "unary":
		case "member":
			return [of.value];
		case "binary":
			return [of.left, of.right];
		case "call":
			return [...(of.callee.node === "member" ? [of.callee.value] : []), ...of.values.map((v) => v.value)];
		case "index":
			return [of.value, of.index];
		case "items":
			return of.items;
		case "made":
			return [of.item, ...of.parts];
		case "other":
			return of.parts;
		default:
			return [];
	}
}

/** The names that a target sets. */
export function targetNames(target: Expression): string[] {
	if (target.node === "name") return [target.name];
	return target.node === "items" ? target.items.flatMap(targetNames) : [];
}
