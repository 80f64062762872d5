import { valueText } from "../source-of.ts";
import type { Value } from "../tree.ts";

/** The other ways of putting brackets into a calculation: a + b * c may have been meant as (a + b) * c. */
function* otherBrackets(value: Value): Generator<Value> {
	if (value.node === "unary") {
		for (const inner of otherBrackets(value.value)) yield { ...value, value: inner };
		if (value.sign === "-" && value.value.node === "binary")
			yield { ...value.value, left: { ...value, value: value.value.left } };
		return;
	}
	if (value.node !== "binary") return;
	const { left, right } = value;
	const joined = (by: Value, a: Value, b: Value) => ({ ...(by as typeof value), left: a, right: b });
	if (right.node === "binary") yield joined(right, joined(value, left, right.left), right.right);
	if (left.node === "binary") yield joined(left, left.left, joined(value, left.right, right));
	for (const other of otherBrackets(left)) yield { ...value, left: other };
	for (const other of otherBrackets(right)) yield { ...value, right: other };
}

/** A calculation with its brackets elsewhere, as it is written. */
export function rebracketed(value: Value): string[] {
	const own = valueText(value);
	return [...new Set([...otherBrackets(value)].map(valueText))].filter((text) => text !== own).slice(0, 6);
}
