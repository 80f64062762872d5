import { STATEMENTS } from "../languages/nib/statements/index.ts";
import type { DrawNode, Phrase, Sign, Step, Value } from "../languages/nib/tree.ts";
import type { SourceRange } from "../languages/problem.ts";

/** New nodes have no position: a changed program is written out and parsed again. */
export const NOWHERE: SourceRange = Object.freeze({ line: 0, column: 0, length: 0 });

export const number = (value: number): Value => ({ node: "number", value: value + 0, place: NOWHERE });
export const name = (text: string): Value => ({ node: "name", name: text, place: NOWHERE });
export const colour = (value: number): Value => ({ node: "colour", value, place: NOWHERE });
export const binary = (left: Value, sign: Sign, right: Value): Value => ({
	node: "binary",
	sign,
	left,
	right,
	place: NOWHERE,
});

/** A value multiplied by a factor. */
export function times(value: Value, factor: number): Value {
	return value.node === "number" ? number(value.value * factor) : binary(number(factor), "*", value);
}

export function minus(value: Value): Value {
	if (value.node === "number") return number(-value.value);
	return value.node === "unary" && value.sign === "-"
		? value.value
		: { node: "unary", sign: "-", value, place: NOWHERE };
}

/** A statement made again. */
export function draw(
	head: string,
	{
		values = [],
		phrases = [],
		direction,
	}: {
		values?: readonly Value[];
		phrases?: readonly (readonly [word: string, ...values: Value[]])[];
		direction?: number;
	},
): DrawNode {
	const statement = STATEMENTS.get(head);
	if (!statement) throw new RangeError(`no statement is called ${head}`);
	return {
		node: "draw",
		statement,
		...(direction !== undefined && { direction }),
		values,
		phrases: phrases.map(([word, ...own]) => ({ word, values: own, place: NOWHERE })),
		place: NOWHERE,
	};
}

export function phraseOf(step: DrawNode, word: string): Phrase | undefined {
	return step.phrases.find((p) => p.word === word);
}

/** The same statement with one phrase's word or values changed. */
export function withPhrase(step: DrawNode, word: string, change: (phrase: Phrase) => Phrase): DrawNode {
	return { ...step, phrases: step.phrases.map((p) => (p.word === word ? change(p) : p)) };
}

/** The same blocks with one statement (by identity) replaced by others. */
export function replaced(steps: readonly Step[], target: Step, by: readonly Step[]): Step[] {
	return steps.flatMap((step) => (step === target ? by : [inside(step, (body) => replaced(body, target, by))]));
}

/** A statement with the blocks inside it changed. */
export function inside(step: Step, change: (body: readonly Step[]) => readonly Step[]): Step {
	if (step.node === "if")
		return {
			...step,
			branches: step.branches.map((b) => ({ ...b, body: change(b.body) })),
			...(step.otherwise && { otherwise: change(step.otherwise) }),
		};
	return "body" in step ? { ...step, body: change(step.body) } : step;
}

/** Every block of a program, the outermost first. */
export function* blocksOf(steps: readonly Step[]): Generator<readonly Step[]> {
	yield steps;
	for (const step of steps) {
		if (step.node === "if") {
			for (const b of step.branches) yield* blocksOf(b.body);
			if (step.otherwise) yield* blocksOf(step.otherwise);
		} else if ("body" in step) yield* blocksOf(step.body);
	}
}

/** A value with every part, the innermost first, put through a change. */
export function mapped(value: Value, change: (part: Value) => Value): Value {
	const deep = (v: Value) => mapped(v, change);
	switch (value.node) {
		case "unary":
			return change({ ...value, value: deep(value.value) });
		case "binary":
			return change({ ...value, left: deep(value.left), right: deep(value.right) });
		case "call":
			return change({ ...value, values: value.values.map(deep) });
		case "index":
			return change({ ...value, list: deep(value.list), index: deep(value.index) });
		case "member":
			return change({ ...value, value: deep(value.value) });
		case "list":
			return change({ ...value, items: value.items.map(deep) });
		default:
			return change(value);
	}
}

/** A statement with every value of its own, and of what is inside it, put through a change. */
export function withValues(step: Step, change: (part: Value) => Value): Step {
	const deep = (v: Value) => mapped(v, change);
	const own = ((): Step => {
		switch (step.node) {
			case "draw":
				return {
					...step,
					values: step.values.map(deep),
					phrases: step.phrases.map((p) => ({ ...p, values: p.values.map(deep) })),
				};
			case "let":
			case "set":
				return { ...step, value: deep(step.value) };
			case "put":
				return { ...step, value: deep(step.value), indices: step.indices.map(deep) };
			case "for":
				return { ...step, from: deep(step.from), to: deep(step.to), ...(step.by && { by: deep(step.by) }) };
			case "each":
				return { ...step, list: deep(step.list) };
			case "repeat":
				return { ...step, count: deep(step.count) };
			case "while":
				return { ...step, condition: deep(step.condition) };
			case "if":
				return { ...step, branches: step.branches.map((b) => ({ ...b, condition: deep(b.condition) })) };
			case "do": {
				const call = deep(step.call);
				return call.node === "call" ? { ...step, call } : step;
			}
			case "return":
				return step.value ? { ...step, value: deep(step.value) } : step;
			case "picture":
				return step.size ? { ...step, size: [deep(step.size[0]), deep(step.size[1])] } : step;
			case "routine":
				return {
					...step,
					parameters: step.parameters.map((p) => (p.otherwise ? { ...p, otherwise: deep(p.otherwise) } : p)),
				};
			default:
				return step;
		}
	})();
	return inside(own, (body) => body.map((s) => withValues(s, change)));
}
