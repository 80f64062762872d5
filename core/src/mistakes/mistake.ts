import type { ProgramSites } from "../languages/sites.ts";
import type { Aspect } from "../marking/aspects.ts";
import type { ProgramRun } from "../marking/scene.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Change } from "./change.ts";
import type { Look } from "./look.ts";
import type { Pair } from "./pairs.ts";

/** What a mistake is about. */
export type Family =
	| "turning"
	| "pen and moving on"
	| "placing"
	| "size and kind"
	| "paint"
	| "frames and chance"
	| "source"
	| "statements";

/** What a brief can leave to the student. */
export type Free = "place" | "colour" | "size" | "order" | "number" | "kind";

/** What of a drawing or program each family makes wrong; what is missed says which families are likely. */
export const ABOUT: Readonly<Record<Family, readonly Aspect[]>> = {
	turning: ["shape", "turn", "size", "place", "number"],
	"pen and moving on": ["shape", "number", "place", "seen"],
	placing: ["place", "size", "turn", "seen", "shape"],
	"size and kind": ["size", "shape", "turn", "number"],
	paint: ["fill", "outline", "width", "paper", "paint", "seen"],
	"frames and chance": ["frames", "source"],
	source: ["source", "number"],
	statements: ["number", "order", "seen", "paint", "fill", "outline", "shape", "place"],
};

/** What making mistakes needs to know of an exercise. */
export interface World {
	readonly sheet: Sheet;
	/** How far a place is moved so that it surely isn't met any more. */
	readonly far: number;
}

/** A criterion that is missed, and that no cause covers. */
export interface Uncovered {
	readonly id: string;
	readonly check: string;
	readonly aspects: readonly Aspect[];
}

/** What a plain rule looks at, where no change of the program can prove anything. */
export interface Noticing {
	readonly own: ProgramRun;
	readonly model: ProgramRun;
	readonly pairs: readonly Pair[];
	readonly missed: readonly Uncovered[];
}

/** What a plain rule noticed: not proved. */
export interface Noticed {
	readonly lines: readonly number[];
	/** Ids of the criteria that it may explain. */
	readonly criteria: readonly string[];
	/** What it rests on, in a few words. */
	readonly evidence: string;
}

/** Two programs that differ by a mistake. */
export interface MistakeExample {
	readonly right: string;
	readonly wrong: string;
}

/** One kind of beginner's error: how it gets into a program, and its mend. */
export interface Mistake {
	readonly id: string;
	readonly family: Family;
	/** What of a drawing it changes: an exercise that leaves this free needn't notice it. */
	readonly changes: readonly Free[];
	/** What was changed in a model, in words: "x and y exchanged". */
	readonly made: string;
	/**
	 * What the program does, for teachers; `{was}` and `{now}` are what is written there before and after the mend:
	 * "turned {was}".
	 */
	readonly did: string;
	/** What doing instead regains what was lost: "turning {now}". */
	readonly instead: string;
	/** For the student: leads to the place and gives no answer away; `@` is where, as " in line 4". */
	readonly asks: string;
	/** Changes of a right program that make the mistake. */
	readonly make?: (sites: ProgramSites, world: World) => Iterable<Change>;
	/** Changes of a program that may mend it. */
	readonly mend?: (look: Look) => Iterable<Change>;
	/** What speaks for it where nothing can be proved; undefined if nothing does. */
	readonly notice?: (of: Noticing) => Noticed | undefined;
	/** Ids of the mistakes that mend it, where it has no mend of its own. */
	readonly mendedBy?: readonly string[];
	readonly example: MistakeExample;
}
