import { circle } from "./circle.ts";
import { ellipse } from "./ellipse.ts";
import { face } from "./face.ts";
import { fill } from "./fill.ts";
import { go } from "./go.ts";
import { line } from "./line.ts";
import { paper } from "./paper.ts";
import { pen } from "./pen.ts";
import { polygon } from "./polygon.ts";
import { print } from "./print.ts";
import { rect } from "./rect.ts";
import { sheet } from "./sheet.ts";
import type { Statement } from "./statement.ts";
import { text } from "./text.ts";
import { turn } from "./turn.ts";
import { walk } from "./walk.ts";

/** In the order in which they are taught: the sheet, paint, walking, placing, words. */
const ORDER: readonly Statement[] = Object.freeze([sheet, paper, pen, fill, walk, turn, face, go, line, rect, circle, ellipse, polygon, text, print]);

/** The drawing statements by their heads. */
export const STATEMENTS: ReadonlyMap<string, Statement> = new Map(ORDER.map((s) => [s.head, s]));
