import type { Check } from "./check.ts";
import { colour } from "./colour.ts";
import { count } from "./count.ts";
import { measure } from "./measure.ts";
import { nothingElse } from "./nothing-else.ts";
import { position } from "./position.ts";
import { sheet } from "./sheet.ts";

/** In the order of the docs: how many, how large, where, in what colour, on what, and nothing besides. */
export const CHECKS = Object.freeze([count, measure, position, colour, sheet, nothingElse]) as readonly Check<never>[];

export { colour, count, measure, nothingElse, position, sheet };
