import type { Drawing } from "../../figures/figure.ts";
import type { ProgramTree } from "../../languages/nib/tree.ts";
import type { Loses } from "../../languages/rewritten.ts";
import type { Sheet } from "../../tape/layout.ts";

/** A program to rewrite: its statements, and its text for the comments. */
export interface Rewritable extends Pick<ProgramTree, "steps"> {
	readonly source: string;
}

/** Another way of drawing the same picture. */
export interface Rewriting {
	readonly id: string;
	readonly loses: readonly Loses[];
	/** The rewritten program; undefined if there is nothing to rewrite. */
	readonly make: (program: Rewritable, drawing: Drawing, sheet: Sheet) => string | undefined;
}
