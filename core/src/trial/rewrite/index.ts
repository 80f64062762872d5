import { FROM_DRAWING } from "./from-drawing.ts";
import { FROM_SOURCE } from "./from-source.ts";
import type { Rewriting } from "./rewriting.ts";

/** Every way of drawing the same picture otherwise: first by a changed program, then by one made for what is seen. */
export const REWRITINGS: readonly Rewriting[] = Object.freeze([...FROM_SOURCE, ...FROM_DRAWING]);
