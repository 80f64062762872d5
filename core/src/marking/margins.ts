import type { Common } from "./criterion.ts";

/** How far off something may be: up to `full` it earns full credit, from `none` on nothing. */
export interface Margins {
	readonly full: number;
	readonly none: number;
}

/**
 * A criterion's margins: its own `within`, or else the exercise's tolerance; without `none` it is four times `full`.
 */
export function marginsOf(within: Common["within"], tolerance: number): Margins {
	if (within === undefined || within === "1 step") return { full: tolerance, none: 4 * tolerance };
	return typeof within === "number" ? { full: within, none: 4 * within } : within;
}
