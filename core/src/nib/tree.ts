import type { Place } from "./problem.ts";
import type { Statement } from "./statements/statement.ts";

/** What a value can be. `any`: known only while running; `unknown`: nothing is known yet; `nothing`: a routine without a value. */
export type Kind = "number" | "text" | "boolean" | "colour" | "any" | "unknown" | "nothing";

export type Value =
	| { readonly node: "number"; readonly value: number; readonly place: Place }
	| { readonly node: "text"; readonly value: string; readonly place: Place }
	| { readonly node: "boolean"; readonly value: boolean; readonly place: Place }
	| { readonly node: "colour"; readonly value: number; readonly place: Place }
	| NameNode
	| { readonly node: "property"; readonly of: string; readonly name: string; readonly place: Place }
	| { readonly node: "unary"; readonly sign: "-" | "not"; readonly value: Value; readonly place: Place }
	| { readonly node: "binary"; readonly sign: Sign; readonly left: Value; readonly right: Value; readonly place: Place }
	| CallNode
	| { readonly node: "list"; readonly items: readonly Value[]; readonly place: Place };

export type Sign = "or" | "and" | "==" | "!=" | "<" | "<=" | ">" | ">=" | "+" | "-" | "*" | "/" | "mod" | "^";

export interface NameNode {
	readonly node: "name";
	readonly name: string;
	readonly place: Place;
}

export interface CallNode {
	readonly node: "call";
	readonly name: string;
	readonly values: readonly Value[];
	readonly place: Place;
}

export interface Phrase {
	readonly word: string;
	readonly values: readonly Value[];
	/** The fixed word chosen, where the phrase takes one. */
	readonly choice?: string;
	readonly place: Place;
}

export interface Parameter {
	readonly name: string;
	readonly otherwise?: Value;
	readonly place: Place;
}

export interface RoutineNode {
	readonly node: "routine";
	readonly name: string;
	readonly parameters: readonly Parameter[];
	readonly body: readonly Step[];
	readonly place: Place;
	readonly namePlace: Place;
}

export interface DrawNode {
	readonly node: "draw";
	readonly statement: Statement;
	/** Index of the direction word. */
	readonly direction?: number;
	readonly values: readonly Value[];
	readonly phrases: readonly Phrase[];
	readonly place: Place;
}

export interface LetNode {
	readonly node: "let" | "set";
	readonly name: string;
	readonly value: Value;
	readonly namePlace: Place;
	readonly place: Place;
}

export interface ForNode {
	readonly node: "for";
	readonly name: string;
	readonly from: Value;
	readonly to: Value;
	readonly by?: Value;
	readonly body: readonly Step[];
	readonly namePlace: Place;
	readonly place: Place;
}

/** A statement of the program. */
export type Step =
	| DrawNode
	| LetNode
	| ForNode
	| RoutineNode
	| { readonly node: "repeat"; readonly count: Value; readonly body: readonly Step[]; readonly place: Place }
	| { readonly node: "while"; readonly condition: Value; readonly body: readonly Step[]; readonly place: Place }
	| {
			readonly node: "if";
			readonly branches: readonly { readonly condition: Value; readonly body: readonly Step[] }[];
			readonly otherwise?: readonly Step[];
			readonly place: Place;
	  }
	| { readonly node: "do"; readonly call: CallNode; readonly place: Place }
	| { readonly node: "return"; readonly value?: Value; readonly place: Place }
	| { readonly node: "break"; readonly place: Place };

export interface Program {
	readonly steps: readonly Step[];
	readonly routines: ReadonlyMap<string, RoutineNode>;
}

/** Every statement of a program, those inside blocks and routines too, in the order of the source. */
export function* everyStep(steps: readonly Step[]): Generator<Step> {
	for (const step of steps) {
		yield step;
		if ("body" in step) yield* everyStep(step.body);
		if (step.node === "if") {
			for (const branch of step.branches) yield* everyStep(branch.body);
			if (step.otherwise) yield* everyStep(step.otherwise);
		}
	}
}

/** A value and all values inside it. */
export function* everyValue(value: Value): Generator<Value> {
	yield value;
	switch (value.node) {
		case "unary":
			yield* everyValue(value.value);
			break;
		case "binary":
			yield* everyValue(value.left);
			yield* everyValue(value.right);
			break;
		case "call":
			for (const given of value.values) yield* everyValue(given);
			break;
		case "list":
			for (const item of value.items) yield* everyValue(item);
			break;
	}
}
