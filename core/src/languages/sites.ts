/** A stretch of a source: offsets of its first character and of the one after its last, and where it begins. */
export interface Span {
	readonly start: number;
	readonly end: number;
	/** Counted from 1. */
	readonly line: number;
	/** Counted from 1. */
	readonly column: number;
}

/** What a value is for, the same in every language. */
export type Role =
	| "x"
	| "y"
	| "width"
	| "height"
	/** A size across, in every direction. */
	| "diameter"
	| "radius"
	| "length"
	| "turn"
	/** A direction that doesn't depend on the one before. */
	| "direction"
	| "sweep"
	| "rotation"
	| "rounding"
	| "line width"
	| "factor"
	/** Corners of a polygon, points of a star. */
	| "corners"
	/** How often a loop runs, and a counting loop's bounds and step. */
	| "count"
	| "from"
	| "to"
	| "by"
	| "condition"
	| "fill colour"
	| "pen colour"
	| "paper colour"
	| "words"
	| "other";

/** What a statement does, or one of the things that it does. */
export type Deed =
	| "walk"
	| "turn"
	| "curve"
	| "go"
	| "face"
	| "lift"
	| "lower"
	| "no pen"
	| "pen colour"
	| "pen width"
	| "fill"
	| "paper"
	| "wipe"
	| "shape"
	| "lay"
	| "call"
	| "declare"
	| "assign"
	| "loop"
	| "condition"
	| "frames"
	| "area"
	| "routine"
	| "picture"
	| "other";

/** A value given to a statement, a name or a call. */
export interface ValueSite extends Span {
	/** What it is for; of a value kept under a name, what that name is used for. */
	readonly roles: ReadonlySet<Role>;
	readonly statement: number;
	readonly text: string;
	/** The number that it is, where it is written as one. */
	readonly number?: number;
	/** The colour that it is, as 0xRRGGBBAA, -1 for none, where it is written as one. */
	readonly colour?: number;
	/** Other angles that may be meant, the likeliest first: of an angle that isn't written in degrees. */
	readonly angles?: readonly string[];
	/** The words that it is, where it is written so. */
	readonly words?: string;
	/** The same calculation with its brackets left out or elsewhere, and the sum that a product without them means. */
	readonly rebracketed: () => readonly string[];
}

/** A number as it is written, whole or within a calculation; one below zero has its sign. */
export interface NumberSite extends Span {
	readonly value: number;
	readonly roles: ReadonlySet<Role>;
	readonly statement: number;
	/** Whether the value is nothing but this number. */
	readonly whole: boolean;
	/** Names that may be used here, the innermost loop's first. */
	readonly names: readonly string[];
}

/** A name where its value is used. */
export interface NameSite extends Span {
	readonly name: string;
	readonly roles: ReadonlySet<Role>;
	readonly statement: number;
	/** Other names that may be used here. */
	readonly others: readonly string[];
}

/** What a word of the language means where others could stand. */
export type Meaning = "left" | "right" | "corner" | "centre" | "radius" | "diameter" | "fill" | "pen";

/** A word of the language with its alternatives. */
export interface WordSite extends Span {
	readonly means: Meaning;
	readonly statement: number;
	readonly others: readonly { readonly means: Meaning; readonly text: string }[];
}

/** Two values that belong together: the place or the size of one figure. */
export interface PairSite {
	readonly of: "place" | "size";
	readonly statement: number;
	readonly first: ValueSite;
	readonly second: ValueSite;
}

/** An operator between two values, with its alternatives. */
export interface OperatorSite extends Span {
	readonly text: string;
	readonly sort: "arithmetic" | "comparison" | "logic";
	readonly statement: number;
	readonly others: readonly string[];
}

/** A statement; the lines from `start` to `end` are its own and those of the block inside it, line ends included. */
export interface StatementSite extends Span {
	readonly index: number;
	readonly does: ReadonlySet<Deed>;
	/** What it says in its first line. */
	readonly text: string;
	readonly indent: string;
	/** The block that it is in: 0 for the program, else the number of its opening statement plus 1. */
	readonly block: number;
	readonly lastLine: number;
	/** Name that it declares or sets, or routine that it calls or makes. */
	readonly name?: string;
	/** Texts of statements that draw another kind of figure in its place and size. */
	readonly otherKinds: readonly string[];
	/** Of a loop that counts nothing: what makes it one that counts rounds from 0 under a name. */
	readonly counting?: (name: string) => Edit;
	/** What it could do too, and the edit that makes it do so with a value: a pen's width where the pen is lowered. */
	readonly room: readonly { readonly does: Deed; readonly take: (value: string) => Edit }[];
}

/** One of the things that a statement does, and the edit that takes it out. */
export interface PartSite extends Span {
	readonly does: Deed;
	readonly statement: number;
	readonly out: Edit;
}

/** A place between statements where another can be put: before `start`, which is a line's beginning. */
export interface GapSite extends Span {
	readonly indent: string;
	readonly block: number;
	/** The statement of the same block before it, and after it, if any. */
	readonly before: number | undefined;
	readonly after: number | undefined;
}

/** A stretch of the source with what comes in its place. */
export interface Edit {
	readonly start: number;
	readonly end: number;
	readonly text: string;
}

/** How a language writes the statements that a mistake may have left out; undefined if it has no such statement. */
export interface Phrasebook {
	readonly lift: string | undefined;
	readonly lower: string | undefined;
	readonly wipe: string | undefined;
	readonly noPen: string | undefined;
	readonly turn: (left: boolean, angle: string) => string | undefined;
	readonly fill: (colour: string) => string | undefined;
	readonly penColour: (colour: string) => string | undefined;
	readonly penWidth: (width: string) => string | undefined;
	readonly paper: (colour: string) => string;
	readonly assign: (name: string, value: string) => string;
	readonly declare: (name: string, value: string) => string;
	/** @param value a colour as 0xRRGGBBAA, or -1 for none */
	readonly colour: (value: number) => string;
	/** Set where round shapes are always given by their radius, with no word for it. */
	readonly roundBy?: "radius";
}

/** The sites of a program, each list in the order of the source. */
export interface ProgramSites {
	readonly source: string;
	readonly values: readonly ValueSite[];
	readonly numbers: readonly NumberSite[];
	readonly names: readonly NameSite[];
	readonly words: readonly WordSite[];
	readonly pairs: readonly PairSite[];
	readonly operators: readonly OperatorSite[];
	readonly statements: readonly StatementSite[];
	readonly parts: readonly PartSite[];
	readonly gaps: readonly GapSite[];
	readonly write: Phrasebook;
}
