import { formatColour } from "../../colour/colour.ts";
import { decimal } from "../../geometry/decimal.ts";
import { RANK } from "../outline.ts";
import type { DrawNode, ProgramTree, Step, Value } from "./tree.ts";

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

/** A drawing statement as it is written. */
export function drawText({ statement, direction, values, phrases }: DrawNode): string {
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

/** A line as it is written, and the line of the program that it comes from; 0 for one that is new, or only closes. */
interface Row {
	readonly text: string;
	readonly line: number;
}

function rowsOf(step: Step, inset: string): Row[] {
	const body = (steps: readonly Step[]) => steps.flatMap((s) => rowsOf(s, `${inset}  `));
	const row = (text: string, line = step.place.line): Row => ({ text: inset + text, line });
	const block = (head: string, steps: readonly Step[]) => [row(head), ...body(steps), row("end", 0)];
	switch (step.node) {
		case "draw":
			return [row(drawText(step))];
		case "let":
			return [row(`let ${step.name} = ${valueText(step.value)}`)];
		case "set":
			return [row(`${step.name} = ${valueText(step.value)}`)];
		case "put":
			return [
				row(
					step.how === "add"
						? `add ${valueText(step.value)} to ${step.name}`
						: `${step.name}${step.indices.map((i) => `[${valueText(i)}]`).join("")} = ${valueText(step.value)}`,
				),
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
				row(`${i === 0 ? "if" : "else if"} ${valueText(b.condition)}`, b.condition.place.line),
				...body(b.body),
			]);
			return [...heads, ...(step.otherwise ? [row("else", 0), ...body(step.otherwise)] : []), row("end", 0)];
		}
		case "do":
			return [row(valueText(step.call))];
		case "return":
			return [row(`return${step.value ? ` ${valueText(step.value)}` : ""}`)];
		case "break":
			return [row("break")];
	}
}

/** A program's comments by their lines: the whole of it from `--` on, and whether nothing comes before it. */
export type Comments = ReadonlyMap<number, { readonly text: string; readonly alone: boolean }>;

/** The comments of a program as it is written. */
export function commentsIn(source: string): Comments {
	const comments = new Map<number, { text: string; alone: boolean }>();
	for (const [i, line] of source.split(/\r\n|\r|\n/).entries()) {
		const at = commentStart(line);
		if (at < line.length)
			comments.set(i + 1, { text: line.slice(at).trimEnd(), alone: line.slice(0, at).trim() === "" });
	}
	return comments;
}

/** Where a line's comment begins; the line's length where it has none. */
export function commentStart(line: string): number {
	let quoted = false;
	for (let i = 0; i < line.length; i++) {
		if (line[i] === '"') quoted = !quoted;
		if (!quoted && line.startsWith("--", i)) return i;
	}
	return line.length;
}

/**
 * A program as it is written: what it reads to is the same tree again, apart from places.
 *
 * @param comments kept beside the statements that they were written at
 */
export function sourceOf({ steps }: Pick<ProgramTree, "steps">, comments: Comments = new Map()): string {
	const left = new Map(comments);
	const take = (to: number, inset = "") => {
		const rows: string[] = [];
		for (const [line, { text }] of left) {
			if (line >= to) continue;
			left.delete(line);
			rows.push(inset + text);
		}
		return rows;
	};
	const rows = steps
		.flatMap((step) => rowsOf(step, ""))
		.flatMap(({ text, line }) => {
			if (line === 0 || left.size === 0) return [text];
			const before = take(line, /^ */.exec(text)?.[0]);
			const beside = left.get(line);
			left.delete(line);
			return [...before, beside ? `${text} ${beside.text}` : text];
		});
	return `${[...rows, ...take(Number.POSITIVE_INFINITY)].join("\n")}\n`;
}
