/** What a rewritten program doesn't keep, so that criteria on it can't be asked of it. */
export type Loses = "source" | "names" | "order" | "writing";

/** The same program written otherwise. */
export interface Rewritten {
	readonly id: string;
	readonly loses: readonly Loses[];
	readonly source: string;
}
