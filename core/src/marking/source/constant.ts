import { power } from "../../geometry/power.ts";
import type { Value } from "../../languages/outline.ts";
import type { Flow } from "./flow.ts";

/**
 * The number that a value comes to whatever happens in the run, following names that are given one value only;
 * undefined if it has none.
 */
export function constantOf(value: Value, flow: Flow, depth = 0): number | undefined {
	if (depth > 50) return undefined;
	switch (value.node) {
		case "number":
			return value.value;
		case "name": {
			const variable = flow.variableOf(value);
			const given = variable?.role === "let" ? flow.valuesGiven(variable) : [];
			return given.length === 1 ? constantOf(given[0] as Value, flow, depth + 1) : undefined;
		}
		case "unary": {
			const inner = value.sign === "-" ? constantOf(value.value, flow, depth + 1) : undefined;
			return inner === undefined ? undefined : -inner;
		}
		case "binary": {
			const [left, right] = [constantOf(value.left, flow, depth + 1), constantOf(value.right, flow, depth + 1)];
			return left === undefined || right === undefined ? undefined : worked(value.sign, left, right);
		}
		default:
			return undefined;
	}
}

function worked(sign: string, left: number, right: number): number | undefined {
	switch (sign) {
		case "+":
			return left + right;
		case "-":
			return left - right;
		case "*":
			return left * right;
		case "/":
			return right === 0 ? undefined : left / right;
		case "mod":
			return right === 0 ? undefined : left - right * Math.floor(left / right);
		case "^":
			return power(left, right);
		default:
			return undefined;
	}
}
