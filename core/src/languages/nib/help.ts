import type { Help } from "../help.ts";
import { FUNCTIONS } from "./functions.ts";
import { STATEMENTS } from "./statements/index.ts";

/** Blocks, names and lists, in the order in which they are taught. */
export const BLOCKS: readonly Help[] = Object.freeze([
	{
		word: "let",
		forms: ["let NAME = VALUE", "NAME = VALUE"],
		help: "Gives a value a name, until the end of the block. Without let it changes the value, which must stay of the same kind.",
		example: "let side = 30\nwalk side\nside = side * 2\nwalk side",
	},
	{
		word: "repeat",
		forms: ["repeat N … end", "repeat N times … end"],
		help: "Repeats the lines before its end this many times.",
		example: "repeat 4 times\n  walk 60\n  turn left 90\nend",
	},
	{
		word: "for",
		forms: ["for NAME from A to B … end", "for NAME from A to B by S … end"],
		help: "Counts: the name goes from A to B, both included, in steps of 1 or of S.",
		example: "for i from 0 to 4\n  circle centre 60 + i * 60, 150 radius 20\nend",
	},
	{
		word: "for each",
		forms: ["for each NAME in LIST … end"],
		help: "Goes through a list as it was when the loop began: the name holds each item in turn.",
		example: "for each x in [40, 90, 200]\n  dot at x, 100 size 20\nend",
	},
	{
		word: "while",
		forms: ["while CONDITION … end"],
		help: "Repeats as long as its condition is true, checked before each pass.",
		example: "while pen.x < 300\n  walk 20\n  turn left 10\nend",
	},
	{
		word: "if",
		forms: ["if CONDITION … end", "if CONDITION … else if CONDITION … else … end"],
		help: "Runs its lines only if the condition is true; else if and else run when it isn't.",
		example:
			"for i from 1 to 6\n  if i mod 2 == 0\n    fill gold\n  else\n    fill navy\n  end\n  rect corner i * 40, 60 size 30, 30\nend",
	},
	{
		word: "break",
		forms: ["break"],
		help: "Leaves the nearest loop. In the frames it makes this frame the last.",
		example: "repeat 9\n  walk 30\n  if pen.x > 280\n    break\n  end\nend",
	},
	{
		word: "routine",
		forms: ["routine NAME(A, B) … end", "routine NAME(A, B = VALUE) … end"],
		help: "Names statements to use again. Each call gives the values; those with a default can be left out. Routines are outside all blocks.",
		example:
			"routine window(x, y, size = 20)\n  fill lemonchiffon\n  rect corner x, y size size, size\nend\nwindow(40, 40)\nwindow(90, 40, 30)",
	},
	{
		word: "return",
		forms: ["return", "return VALUE"],
		help: "Ends a routine, and returns the value after it, if there is one.",
		example: "routine half(n)\n  return n / 2\nend\nwalk half(90)",
	},
	{
		word: "add",
		forms: ["add VALUE to LIST"],
		help: "Puts a value at the end of a list.",
		example:
			"let points = []\nfor i from 0 to 5\n  add [40 + i * 50, 100 + (i mod 2) * 40] to points\nend\npolyline at points",
	},
	{
		word: "[ ]",
		forms: ["LIST[I]", "LIST[I] = VALUE"],
		help: "An item of a list, counted from 0; the bracket touches the name. With = it changes the item.",
		example:
			"let heights = [30, 60, 45]\nheights[2] = 90\nfor i from 0 to 2\n  rect corner 40 + i * 40, 40 size 30, heights[i]\nend",
	},
	{
		word: "area",
		forms: ["area … end"],
		help: "Fills the outline walked inside it. Every move counts, pen up or down, and the end closes the outline. The fill lies under the walked lines.",
		example: "fill gold\narea\n  repeat 3\n    walk 80\n    turn left 120\n  end\nend",
	},
	{
		word: "picture",
		forms: ["picture NAME … end", "picture NAME size W, H … end"],
		help: "Makes a picture of the drawing inside it, with its own pen, fill and paper. It appears when it is laid.",
		example:
			"picture buoy size 40, 60\n  fill tomato\n  polygon at [20, 0], [40, 40], [0, 40]\nend\nlay buoy at 80, 100\nlay buoy at 160, 100 enlarged 1.5",
	},
	{
		word: "each frame",
		forms: ["each frame … end"],
		help: "Runs once a frame, 30 a second in a replay. It comes last in a program; frame.number counts from 1.",
		example: "each frame\n  wipe\n  circle centre frame.number * 3, 150 radius 20\nend",
	},
]);

/** Help by word: statements, blocks and functions. */
export const HELP: ReadonlyMap<string, Help> = new Map<string, Help>([
	...[...STATEMENTS.values()].map((s): [string, Help] => [
		s.head,
		{ word: s.head, forms: s.forms, help: s.help, example: s.example },
	]),
	...BLOCKS.map((b): [string, Help] => [b.word, b]),
	...[...FUNCTIONS].map(([word, f]): [string, Help] => [
		word,
		{ word, forms: [f.form], help: f.help, example: f.example },
	]),
]);
