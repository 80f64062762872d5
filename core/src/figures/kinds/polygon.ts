import { rimError } from "./ellipse.ts";
import type { KindRule } from "./kind.ts";

/** Beyond this many sides a round outline isn't a polygon any more. */
export const POLYGON_TO = 60;

export const polygon: KindRule = {
	kind: "polygon",
	definition: `A closed outline of straight sides. With more than ${POLYGON_TO} sides it must not be round.`,
	fit: (shape) => (shape.closed && (shape.corners <= POLYGON_TO || rimError(shape) === undefined) ? 0 : undefined),
};
