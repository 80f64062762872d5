import type { SourceRange } from "./problem.ts";

/**
 * A program as checks of the source look at it, the same for every language: statements, the values in them, the names
 * that they declare and set. What a language writes in its own way is brought to these forms.
 */
export interface Outline {
	readonly source: string;
	/** The statements at top level; none if the source can't be read. */
	readonly steps: readonly Step[];
	readonly routines: ReadonlyMap<string, RoutineStep>;
	/** The name that a value is; undefined for other values, and for a name that nothing declares. */
	readonly variableOf: (value: Value) => Variable | undefined;
	/** The colour that a value is where it is written as one, as 0xRRGGBBAA, or -1 for none. */
	readonly colourOf: (value: Value) => number | undefined;
	/** Whether a call's name is the language's own. */
	readonly isBuiltIn: (name: string) => boolean;
	/** Whether a call gives another value from run to run. */
	readonly isChance: (call: CallValue) => boolean;
	/** A line's text without its comment and with single spaces. */
	readonly plainLine: (line: string) => string;
	/** Lines with words in a comment, counted from 1. */
	readonly commentLines: readonly number[];
}

/** A name of the program. */
export interface Variable {
	readonly name: string;
	/** What brings it: a declaration, a loop, or a routine's call. */
	readonly role: "let" | "loop" | "value";
	/** What it holds, where that is known: number, text, list and so on. */
	readonly kind: string;
}

/** Signs in the words of all languages: what tests for the same is ==, the rest of a division is mod, a power is ^. */
export type Sign = "or" | "and" | "==" | "!=" | "<" | "<=" | ">" | ">=" | "+" | "-" | "*" | "/" | "mod" | "^";

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

interface Placed {
	readonly place: SourceRange;
}

export interface CallValue extends Placed {
	readonly node: "call";
	/** Of a method, its own name. */
	readonly name: string;
	readonly values: readonly Value[];
}

export type Value =
	| (Placed & { readonly node: "number"; readonly value: number })
	| (Placed & { readonly node: "text"; readonly value: string })
	| (Placed & { readonly node: "boolean"; readonly value: boolean })
	| (Placed & { readonly node: "colour"; readonly value: number })
	| (Placed & { readonly node: "name"; readonly name: string })
	/** A measure of pen, sheet or frame, which changes without being set. */
	| (Placed & { readonly node: "property"; readonly of: string; readonly name: string })
	| (Placed & { readonly node: "unary"; readonly sign: "-" | "not"; readonly value: Value })
	| (Placed & { readonly node: "binary"; readonly sign: Sign; readonly left: Value; readonly right: Value })
	| CallValue
	| (Placed & { readonly node: "index"; readonly list: Value; readonly index: Value })
	| (Placed & { readonly node: "member"; readonly value: Value; readonly name: string })
	| (Placed & { readonly node: "list"; readonly items: readonly Value[] })
	/** Anything else, by what it is made of. */
	| (Placed & { readonly node: "other"; readonly parts: readonly Value[] });

/** A value that a drawing statement is given; `use` where it is a place or a size. */
export interface UsedValue {
	readonly value: Value;
	readonly use?: "place" | "size" | undefined;
}

/** A statement that draws, moves or sets how things are drawn. */
export interface DrawStep extends Placed {
	readonly node: "draw";
	/** Its first word, method, setting or element. */
	readonly head: string;
	/** Which of its fixed words it has, in an order of their own: `left` or `right`. */
	readonly direction?: string;
	readonly values: readonly UsedValue[];
	/** Words inside it, each with the values after it. */
	readonly phrases: readonly {
		readonly word: string;
		readonly choice?: string | undefined;
		readonly values: readonly UsedValue[];
	}[];
	/** Whether it only walks: an outline says the same again at each of its sides. */
	readonly walks: boolean;
	/** Elements inside it, where statements hold one another. */
	readonly body: readonly Step[];
}

export interface RoutineStep extends Placed {
	readonly node: "routine";
	readonly name: string;
	readonly parameters: readonly { readonly variable: Variable | undefined; readonly otherwise?: Value | undefined }[];
	readonly body: readonly Step[];
}

interface Block extends Placed {
	readonly body: readonly Step[];
}

export type LoopStep =
	| (Block & { readonly node: "repeat"; readonly count: Value })
	| (Block & {
			readonly node: "for";
			readonly variable: Variable | undefined;
			readonly from: Value;
			readonly to: Value;
			readonly by?: Value | undefined;
			/** Whether `to` itself is left out. */
			readonly before?: boolean;
	  })
	| (Block & { readonly node: "each"; readonly variable: Variable | undefined; readonly list: Value })
	| (Block & { readonly node: "while"; readonly condition: Value });

/** A statement of the program. */
export type Step =
	| DrawStep
	| RoutineStep
	| LoopStep
	| (Placed & {
			readonly node: "let" | "set";
			readonly name: string;
			readonly variable: Variable | undefined;
			readonly value: Value;
	  })
	/** A list changed: an item set, or a value added. */
	| (Placed & {
			readonly node: "put";
			readonly variable: Variable | undefined;
			readonly indices: readonly Value[];
			readonly value: Value;
	  })
	| (Block & {
			readonly node: "picture";
			readonly name: string;
			readonly variable: Variable | undefined;
			readonly size: readonly Value[];
	  })
	| (Block & { readonly node: "area" | "frames" })
	| (Placed & {
			readonly node: "if";
			readonly branches: readonly { readonly condition: Value; readonly body: readonly Step[] }[];
			readonly otherwise?: readonly Step[] | undefined;
	  })
	| (Placed & { readonly node: "do"; readonly call: Value })
	| (Placed & { readonly node: "return"; readonly value?: Value | undefined })
	| (Placed & { readonly node: "break" });

const LOOPS: ReadonlySet<string> = new Set(["repeat", "for", "each", "while"]);

export function isLoop(step: Step): step is LoopStep {
	return LOOPS.has(step.node);
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
	for (const part of partsOf(value)) yield* everyValue(part);
}

function partsOf(value: Value): readonly Value[] {
	switch (value.node) {
		case "unary":
		case "member":
			return [value.value];
		case "binary":
			return [value.left, value.right];
		case "call":
			return value.values;
		case "list":
			return value.items;
		case "index":
			return [value.list, value.index];
		case "other":
			return value.parts;
		default:
			return [];
	}
}

/** The values that a statement itself holds, without those of the statements inside it. */
export function valuesOf(step: Step): readonly Value[] {
	switch (step.node) {
		case "draw":
			return [...step.values, ...step.phrases.flatMap((p) => p.values)].map((used) => used.value);
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
			return step.size;
		case "routine":
			return step.parameters.flatMap((p) => (p.otherwise ? [p.otherwise] : []));
		default:
			return [];
	}
}
