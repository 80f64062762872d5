import { overlap } from "../raster/overlap.ts";
import type { Figure } from "./figure.ts";
import { inkOf } from "./ink.ts";

/** Area that the inked parts of two figures have in common. `up` is 1 where y grows upwards, else -1. */
export function overlapOf(a: Figure, b: Figure, up: 1 | -1): number {
	return overlap(inkOf(a, a, up), inkOf(b, b, up));
}
