import { commentsIn, sourceOf } from "../../nib/source-of.ts";
import type { ProgramTree, Step } from "../../nib/tree.ts";
import type { Free } from "../../trial-report.ts";
import { blocksOf, replaced } from "../edit.ts";
import type { Alteration, World } from "./alteration.ts";
import { COUNTING } from "./counting.ts";
import { FRAMES } from "./frames.ts";
import { PAINT } from "./paint.ts";
import { PLACES } from "./places.ts";
import { SIZES } from "./sizes.ts";
import { WALKING } from "./walking.ts";

/**
 * Every way of getting a program wrong: places, sizes and kinds, paint, walking, how many and in which order, frames.
 */
export const ALTERATIONS: readonly Alteration[] = Object.freeze([
	...PLACES,
	...SIZES,
	...PAINT,
	...WALKING,
	...COUNTING,
	...FRAMES,
]);

/** A program got wrong in one way. */
export interface Altered {
	readonly id: string;
	readonly changes: readonly Free[];
	/** The line of the original that was changed; 0 for the whole. */
	readonly line: number;
	readonly source: string;
}

/** All programs that one way of getting it wrong makes of a program, in the order of its lines. */
export function alteredBy(
	{ id, changes, step, pair, whole }: Alteration,
	{ steps, source }: Pick<ProgramTree, "steps"> & { readonly source: string },
	world: World,
): Altered[] {
	const made: Altered[] = [];
	const comments = commentsIn(source);
	const add = (line: number, changed: readonly Step[]) =>
		made.push({ id, changes, line, source: sourceOf({ steps: changed }, comments) });
	if (whole) for (const changed of whole(steps, world)) add(0, changed);
	for (const block of blocksOf(steps)) {
		block.forEach((one, i) => {
			if (step) for (const by of step(one, world)) add(one.place.line, replaced(steps, one, by));
			const next = block[i + 1];
			const by = pair && next ? pair(one, next, world) : undefined;
			if (by && next) add(one.place.line, replaced(replaced(steps, next, []), one, by));
		});
	}
	const seen = new Set<string>();
	return made.filter(({ source }) => !seen.has(source) && seen.add(source));
}
