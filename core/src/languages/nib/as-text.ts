import { formatColour } from "../../colour/colour.ts";
import { decimal } from "../../geometry/decimal.ts";
import { List } from "./list.ts";
import type { Machine } from "./machine.ts";
import { Paint } from "./paint.ts";
import { Picture } from "./picture-value.ts";

/**
 * A value as text (rule 23 of docs/language.md), broken off once it is longer than `most`, however lists hold one
 * another.
 */
export function written(value: unknown, most: number): string {
	let text = "";
	const walk = (v: unknown, quoted: boolean) => {
		if (text.length > most) return;
		if (!(v instanceof List)) {
			text += typeof v === "string" && quoted ? `"${v.replaceAll('"', '""')}"` : plain(v);
			return;
		}
		text += "[";
		for (let i = 0; i < v.items.length && text.length <= most; i++) {
			if (i > 0) text += ", ";
			walk(v.items[i], true);
		}
		text += "]";
	};
	walk(value, false);
	return text;
}

function plain(value: unknown): string {
	if (typeof value === "number") return decimal(value);
	if (value instanceof Paint) return formatColour(value.rgba);
	if (value instanceof Picture) return `picture ${decimal(value.width)} by ${decimal(value.height)}`;
	return String(value);
}

/** A value as text, no longer than a text may be. */
export function textOf(machine: Machine, line: number, value: unknown): string {
	if (typeof value === "string") return value;
	if (value === undefined) return machine.fail(line, "value-of-nothing", { name: "", owner: "" });
	const most = machine.limits.text;
	const text = written(value, most);
	if (text.length > most) machine.fail(line, "limit-text", { most });
	if (value instanceof List) machine.spend(line, text.length);
	return text;
}

/** Two values joined as text. */
export function joined(machine: Machine, line: number, left: unknown, right: unknown): string {
	const a = textOf(machine, line, left);
	const b = textOf(machine, line, right);
	const length = a.length + b.length;
	if (length > machine.limits.text) machine.fail(line, "limit-text", { most: machine.limits.text });
	machine.spend(line, length);
	return a + b;
}
