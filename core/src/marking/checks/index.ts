import type { Check } from "./check.ts";
import { colour } from "./colour.ts";
import { count } from "./count.ts";
import { distinct } from "./distinct.ts";
import { filling } from "./filling.ts";
import { measure } from "./measure.ts";
import { nothingElse } from "./nothing-else.ts";
import { order } from "./order.ts";
import { position } from "./position.ts";
import { sheet } from "./sheet.ts";
import { visible } from "./visible.ts";

/** In the order of the docs: how many, how large, where, in what colour, filled or not, what over what, on what, what is seen, and nothing besides. */
export const CHECKS = Object.freeze([count, measure, position, colour, filling, order, sheet, visible, distinct, nothingElse]) as readonly Check<never>[];

export { colour, count, distinct, filling, measure, nothingElse, order, position, sheet, visible };
