import { arc } from "./arc.ts";
import { circle } from "./circle.ts";
import { cursor } from "./cursor.ts";
import { curve } from "./curve.ts";
import { dot } from "./dot.ts";
import { ellipse } from "./ellipse.ts";
import { face } from "./face.ts";
import { fill } from "./fill.ts";
import { go } from "./go.ts";
import { lay } from "./lay.ts";
import { line } from "./line.ts";
import { paper } from "./paper.ts";
import { pause } from "./pause.ts";
import { pen } from "./pen.ts";
import { polygon } from "./polygon.ts";
import { polyline } from "./polyline.ts";
import { print } from "./print.ts";
import { rect } from "./rect.ts";
import { sheet } from "./sheet.ts";
import { star } from "./star.ts";
import type { Statement } from "./statement.ts";
import { text } from "./text.ts";
import { turn } from "./turn.ts";
import { walk } from "./walk.ts";
import { wipe } from "./wipe.ts";

/** In the order in which they are taught: the sheet, paint, walking, placing, words, pictures, the replay. */
const ORDER: readonly Statement[] = Object.freeze([
	sheet,
	paper,
	wipe,
	pen,
	fill,
	walk,
	turn,
	face,
	go,
	curve,
	dot,
	line,
	polyline,
	rect,
	circle,
	ellipse,
	arc,
	polygon,
	star,
	text,
	lay,
	print,
	cursor,
	pause,
]);

/** The drawing statements by their heads. */
export const STATEMENTS: ReadonlyMap<string, Statement> = new Map(ORDER.map((s) => [s.head, s]));
