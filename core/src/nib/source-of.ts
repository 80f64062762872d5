import { formatColour } from "../colour/colour.ts";
import { decimal } from "../geometry/decimal.ts";
import type { DrawNode, ProgramTree, Sign, Step, Value } from "./tree.ts";

/** How tightly signs bind; a higher number binds first. */
export const RANK: Readonly<Record<Sign, number>> = {
	or: 1,
	and: 2,
	"==": 4,
	"!=": 4,
	"<": 4,
	"<=": 4,
	">": 4,
	">=": 4,
	"+": 5,
	"-": 5,
	"*": 6,
	"/": 6,
	mod: 6,
	"^": 8,
};
const NOT = 3;
const MINUS = 7;
const ATOM = 9;

function rankOf(value: Value): number {
	if (value.node === "binary") return RANK[value.sign];
	if (value.node === "unary") return value.sign === "not" ? NOT : MINUS;
	return value.node === "number" && value.value < 0 ? MINUS : ATOM;
}

/** A value, in brackets where it binds less tightly than what is around it. */
function within(value: Value, least: number): string {
	const text = valueText(value);
	return rankOf(value) < least ? `(${text})` : text;
}

/** A value as it is written. */
export function valueText(value: Value): string {
	switch (value.node) {
		case "number":
			return decimal(value.value, 17);
		case "text":
			return `"${value.value.replaceAll('"', '""')}"`;
		case "boolean":
			return String(value.value);
		case "colour":
			return value.value === -1 ? "none" : formatColour(value.value);
		case "name":
			return value.name;
		case "property":
			return `${value.of}.${value.name}`;
		case "unary":
			return value.sign === "not" ? `not ${within(value.value, NOT)}` : `-${within(value.value, MINUS + 1)}`;
		case "binary": {
			const own = RANK[value.sign];
			// Comparisons don't chain, and a power's base is never a power or a minus.
			const [left, right] = own === 4 ? [5, 5] : own === 8 ? [ATOM, MINUS] : [own, own + 1];
			return `${within(value.left, left)} ${value.sign} ${within(value.right, right)}`;
		}
		case "call":
			return `${value.name}(${value.values.map(valueText).join(", ")})`;
		case "index":
			return `${within(value.list, ATOM)}[${valueText(value.index)}]`;
		case "member":
			return `${within(value.value, ATOM)}.${value.name}`;
		case "list":
			return `[${value.items.map(valueText).join(", ")}]`;
	}
}

const listed = (values: readonly Value[]) => values.map(valueText).join(", ");

function drawText({ statement, direction, values, phrases }: DrawNode): string {
	const parts: string[] = [statement.head];
	if (direction !== undefined) parts.push(statement.direction?.[direction] as string);
	if (values.length > 0) parts.push(listed(values));
	for (const { word, values: own, choice } of phrases) {
		parts.push(word);
		if (choice !== undefined) parts.push(choice);
		if (own.length > 0) parts.push(listed(own));
	}
	return parts.join(" ");
}

function lines(step: Step, inset: string): string[] {
	const body = (steps: readonly Step[]) => steps.flatMap((s) => lines(s, `${inset}  `));
	const block = (head: string, steps: readonly Step[]) => [`${inset}${head}`, ...body(steps), `${inset}end`];
	switch (step.node) {
		case "draw":
			return [inset + drawText(step)];
		case "let":
			return [`${inset}let ${step.name} = ${valueText(step.value)}`];
		case "set":
			return [`${inset}${step.name} = ${valueText(step.value)}`];
		case "put":
			return [
				step.how === "add"
					? `${inset}add ${valueText(step.value)} to ${step.name}`
					: `${inset}${step.name}${step.indices.map((i) => `[${valueText(i)}]`).join("")} = ${valueText(step.value)}`,
			];
		case "repeat":
			return block(`repeat ${valueText(step.count)}`, step.body);
		case "for":
			return block(
				`for ${step.name} from ${valueText(step.from)} to ${valueText(step.to)}${step.by ? ` by ${valueText(step.by)}` : ""}`,
				step.body,
			);
		case "each":
			return block(`for each ${step.name} in ${valueText(step.list)}`, step.body);
		case "while":
			return block(`while ${valueText(step.condition)}`, step.body);
		case "area":
			return block("area", step.body);
		case "frames":
			return block("each frame", step.body);
		case "picture":
			return block(`picture ${step.name}${step.size ? ` size ${listed(step.size)}` : ""}`, step.body);
		case "routine":
			return block(
				`routine ${step.name}(${step.parameters.map((p) => (p.otherwise ? `${p.name} = ${valueText(p.otherwise)}` : p.name)).join(", ")})`,
				step.body,
			);
		case "if": {
			const heads = step.branches.flatMap((b, i) => [
				`${inset}${i === 0 ? "if" : "else if"} ${valueText(b.condition)}`,
				...body(b.body),
			]);
			return [...heads, ...(step.otherwise ? [`${inset}else`, ...body(step.otherwise)] : []), `${inset}end`];
		}
		case "do":
			return [inset + valueText(step.call)];
		case "return":
			return [`${inset}return${step.value ? ` ${valueText(step.value)}` : ""}`];
		case "break":
			return [`${inset}break`];
	}
}

/** A program as it is written: what it reads to is the same tree again, apart from places. Comments aren't kept. */
export function sourceOf({ steps }: Pick<ProgramTree, "steps">): string {
	return `${steps.flatMap((step) => lines(step, "")).join("\n")}\n`;
}
