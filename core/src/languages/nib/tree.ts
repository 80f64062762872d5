import type { SourceRange } from "../problem.ts";
import type { Statement } from "./statements/statement.ts";

export type Value =
	| { readonly node: "number"; readonly value: number; readonly place: SourceRange }
	| { readonly node: "text"; readonly value: string; readonly place: SourceRange }
	| { readonly node: "boolean"; readonly value: boolean; readonly place: SourceRange }
	| { readonly node: "colour"; readonly value: number; readonly place: SourceRange }
	| NameNode
	| { readonly node: "property"; readonly of: string; readonly name: string; readonly place: SourceRange }
	| { readonly node: "unary"; readonly sign: "-" | "not"; readonly value: Value; readonly place: SourceRange }
	| {
			readonly node: "binary";
			readonly sign: Sign;
			readonly left: Value;
			readonly right: Value;
			readonly place: SourceRange;
	  }
	| CallNode
	| { readonly node: "index"; readonly list: Value; readonly index: Value; readonly place: SourceRange }
	/** A measure of a value: `.width` of a picture. */
	| { readonly node: "member"; readonly value: Value; readonly name: string; readonly place: SourceRange }
	| { readonly node: "list"; readonly items: readonly Value[]; readonly place: SourceRange };

export type Sign = "or" | "and" | "==" | "!=" | "<" | "<=" | ">" | ">=" | "+" | "-" | "*" | "/" | "mod" | "^";

export interface NameNode {
	readonly node: "name";
	readonly name: string;
	readonly place: SourceRange;
}

export interface CallNode {
	readonly node: "call";
	readonly name: string;
	readonly values: readonly Value[];
	readonly place: SourceRange;
}

export interface Phrase {
	readonly word: string;
	readonly values: readonly Value[];
	/** The fixed word chosen, where the phrase takes one. */
	readonly choice?: string;
	readonly place: SourceRange;
}

export interface Parameter {
	readonly name: string;
	readonly otherwise?: Value;
	readonly place: SourceRange;
}

export interface RoutineNode {
	readonly node: "routine";
	readonly name: string;
	readonly parameters: readonly Parameter[];
	readonly body: readonly Step[];
	readonly place: SourceRange;
	readonly namePlace: SourceRange;
}

export interface DrawNode {
	readonly node: "draw";
	readonly statement: Statement;
	/** Index of the direction word. */
	readonly direction?: number;
	readonly values: readonly Value[];
	readonly phrases: readonly Phrase[];
	readonly place: SourceRange;
}

export interface LetNode {
	readonly node: "let" | "set";
	readonly name: string;
	readonly value: Value;
	readonly namePlace: SourceRange;
	readonly place: SourceRange;
}

export interface ForNode {
	readonly node: "for";
	readonly name: string;
	readonly from: Value;
	readonly to: Value;
	readonly by?: Value;
	readonly body: readonly Step[];
	readonly namePlace: SourceRange;
	readonly place: SourceRange;
}

/** A picture block: it declares its name in the block around it. */
export interface PictureNode {
	readonly node: "picture";
	readonly name: string;
	/** Width and height, where they are given. */
	readonly size?: readonly [Value, Value];
	readonly body: readonly Step[];
	readonly namePlace: SourceRange;
	readonly place: SourceRange;
}

export interface EachNode {
	readonly node: "each";
	readonly name: string;
	readonly list: Value;
	readonly body: readonly Step[];
	readonly namePlace: SourceRange;
	readonly place: SourceRange;
}

/** A list under a name changed: an item set, or a value added at the end. */
export interface PutNode {
	readonly node: "put";
	readonly how: "set" | "add";
	readonly name: string;
	readonly indices: readonly Value[];
	readonly value: Value;
	readonly namePlace: SourceRange;
	readonly place: SourceRange;
}

/** A statement of the program. */
export type Step =
	| DrawNode
	| LetNode
	| ForNode
	| EachNode
	| PutNode
	| PictureNode
	| RoutineNode
	| { readonly node: "area"; readonly body: readonly Step[]; readonly last: number; readonly place: SourceRange }
	| { readonly node: "frames"; readonly body: readonly Step[]; readonly place: SourceRange }
	| { readonly node: "repeat"; readonly count: Value; readonly body: readonly Step[]; readonly place: SourceRange }
	| { readonly node: "while"; readonly condition: Value; readonly body: readonly Step[]; readonly place: SourceRange }
	| {
			readonly node: "if";
			readonly branches: readonly { readonly condition: Value; readonly body: readonly Step[] }[];
			readonly otherwise?: readonly Step[];
			readonly place: SourceRange;
	  }
	| { readonly node: "do"; readonly call: CallNode; readonly place: SourceRange }
	| { readonly node: "return"; readonly value?: Value; readonly place: SourceRange }
	| { readonly node: "break"; readonly place: SourceRange };

export interface ProgramTree {
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
		case "index":
			yield* everyValue(value.list);
			yield* everyValue(value.index);
			break;
		case "member":
			yield* everyValue(value.value);
			break;
	}
}

/** The values that a statement itself holds, without those of the statements inside it. */
export function valuesOf(step: Step): readonly Value[] {
	switch (step.node) {
		case "draw":
			return [...step.values, ...step.phrases.flatMap((p) => p.values)];
		case "let":
		case "set":
			return [step.value];
		case "put":
			return [step.value, ...step.indices];
		case "for":
			return step.by ? [step.from, step.to, step.by] : [step.from, step.to];
		case "each":
			return [step.list];
		case "repeat":
			return [step.count];
		case "while":
			return [step.condition];
		case "if":
			return step.branches.map((b) => b.condition);
		case "do":
			return [step.call];
		case "return":
			return step.value ? [step.value] : [];
		case "picture":
			return step.size ?? [];
		case "routine":
			return step.parameters.flatMap((p) => (p.otherwise ? [p.otherwise] : []));
		default:
			return [];
	}
}
