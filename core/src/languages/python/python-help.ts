import type { Help } from "../help.ts";
import { STATEMENTS } from "../nib/statements/index.ts";
import { formOf, keywordForm, MODULE_FUNCTIONS, type ModuleFunction } from "./module-functions.ts";
import { IMPORT, PYTHON_EXAMPLES } from "./python-examples.ts";

/** How a function is called, a line for each way. */
function formsOf(f: ModuleFunction): string[] {
	const values = f.values.map((v) => (v.kind === "colour" ? '"COLOUR"' : v.name));
	const extra = f.keywords.filter((k) => !f.patterns.some((p) => p.includes(k.word))).map(keywordForm);
	const forms = f.patterns.map((pattern) => {
		const named = pattern.flatMap((word) => f.keywords.filter((k) => k.word === word)).map(keywordForm);
		return `${f.name}(${[...values, ...named].join(", ")})`;
	});
	const [first = formOf(f)] = forms;
	return extra.length > 0
		? [...forms, `${first.slice(0, -1)}${/\($/.test(first.slice(0, -1)) ? "" : ", "}${extra.join(", ")})`]
		: forms;
}

/** Help that Nib's doesn't say in the words of Python, sentence by sentence. */
const OWN_HELP: Readonly<Record<string, readonly string[]>> = {
	pen: ["Sets the pen's colour and width.", "The pen draws what is walked and the outlines of placed shapes."],
	pen_up: ["Lifts the pen, so that walking draws nothing."],
	pen_down: ["Puts the pen down, and sets its colour and width where they are given."],
	pen_none: ["Empties the pen: it draws nothing until its colour is set again."],
	face: ["Points the pen in a direction: 0 is to the right, 90 is up."],
	face_toward: ["Points the pen at a place."],
	fill: [
		"The fill of the shapes placed after it, and the colour of text.",
		"At the start it is None.",
		"fill(None) takes it away.",
	],
	polygon: [
		"A closed shape through some corners, each a pair (X, Y).",
		"Or a regular shape by its number of sides, its middle and the distance from there to the corners.",
		"Its lowest side is then level, unless turned turns it anticlockwise.",
	],
	polyline: ["A line through some points, each a pair (X, Y).", "It isn't closed and has no inside."],
	arc: [
		"Part of a circle's or ellipse's rim, anticlockwise from one direction to another.",
		"0 is to the right, 90 is up.",
		'closed="sector" joins its ends to the middle, closed="segment" joins them to each other.',
		"Only a closed one has an inside.",
	],
	text: [
		"Words on the sheet, with the place on their baseline.",
		"The usual size is 16.",
		"They have the fill's colour, or the pen's if there is no fill.",
	],
	dot: ["A round dot in the pen's colour, as wide as the pen unless a size is given."],
};

/** What Python has beside the statements: the word, its forms, its help, and Nib's word whose example it has. */
const MORE: readonly (readonly [word: string, forms: readonly string[], help: readonly string[], twin: string])[] = [
	[
		"for",
		["for NAME in range(N):", "for NAME in range(A, B):", "for NAME in LIST:"],
		["Repeats the lines below it.", "With range(N) the name counts from 0 to N - 1."],
		"for",
	],
	["while", ["while CONDITION:"], ["Repeats as long as its condition is true, checked before each pass."], "while"],
	[
		"if",
		["if CONDITION:", "elif CONDITION:", "else:"],
		["Runs the lines below it only if its condition is true; elif and else run when it isn't."],
		"if",
	],
	[
		"def",
		["def NAME(A, B=VALUE):"],
		["Gives a name to lines that are wanted again.", "What its values are is said at each call."],
		"routine",
	],
	[
		"return",
		["return", "return VALUE"],
		["Ends a function, and returns the value after it, if there is one."],
		"return",
	],
	["break", ["break"], ["Leaves the nearest loop."], "break"],
	["print", ["print(VALUE, …)"], ["Writes values to the list of messages beside the drawing."], "print"],
	[
		"area",
		["with area():"],
		[
			"Fills what is walked inside it.",
			"Every move, pen up or down, adds to one outline.",
			"It is closed at the end and filled under what was walked.",
		],
		"area",
	],
	[
		"picture",
		["@picture", "@picture(size=(W, H))"],
		[
			"Makes a picture of what the function below it draws, with a pen, fill and paper of its own.",
			"It appears when it is laid.",
		],
		"picture",
	],
	[
		"each_frame",
		["@each_frame"],
		[
			"Calls the function below it for every frame, 30 a second in a replay.",
			"frame.number counts from 1.",
			"last_frame() makes the frame the last.",
		],
		"each frame",
	],
	[
		"sin_deg",
		["sin_deg(ANGLE)"],
		["The sine of an angle in degrees; cos_deg and tan_deg are there too. math.sin takes radians."],
		"sin",
	],
	["cos_deg", ["cos_deg(ANGLE)"], ["The cosine of an angle in degrees."], "cos"],
	["tan_deg", ["tan_deg(ANGLE)"], ["The tangent of an angle in degrees."], "tan"],
	["asin_deg", ["asin_deg(N)"], ["The angle, -90 to 90 degrees, that has this sine."], "asin"],
	["acos_deg", ["acos_deg(N)"], ["The angle, 0 to 180 degrees, that has this cosine."], "acos"],
	["atan_deg", ["atan_deg(N)"], ["The angle, -90 to 90 degrees, that has this tangent."], "atan"],
	["angle", ["angle(DX, DY)"], ["The facing of a step DX along x and DY along y."], "angle"],
	[
		"chance",
		["chance()", "chance(LOW, HIGH)"],
		[
			"A random number: from 0 up to 1, or from LOW to HIGH, whole when both are whole.",
			"The same seed gives the same numbers, as with Python's own random.",
		],
		"random",
	],
	["choose", ["choose(LIST)"], ["A random item of a list."], "choose"],
	[
		"rgb",
		["rgb(R, G, B)", "rgb(R, G, B, OPACITY)"],
		["A colour of red, green and blue, 0 to 255 each; one value alone is a grey; a fourth is its opacity, 0 to 1."],
		"rgb",
	],
	[
		"hsl",
		["hsl(H, S, L)", "hsl(H, S, L, OPACITY)"],
		["A colour of hue (0 to 360), saturation and lightness (0 to 100 each); a fourth value is its opacity, 0 to 1."],
		"hsl",
	],
	[
		"row",
		["row(PICTURE, GAP, PICTURE)"],
		["Pictures side by side, left to right, with their centres level; a number between them is a gap."],
		"row",
	],
	[
		"column",
		["column(PICTURE, GAP, PICTURE)"],
		["Pictures one below the other, with their centres in line; a number between them is a gap."],
		"column",
	],
	[
		"layers",
		["layers(PICTURE, PICTURE)"],
		["Pictures on top of each other, the first on top, with the same centre."],
		"layers",
	],
	[
		"turned",
		["turned(PICTURE, ANGLE)"],
		["A picture turned anticlockwise about its middle, by an angle in degrees."],
		"turned",
	],
	["enlarged", ["enlarged(PICTURE, FACTOR)"], ["A picture made larger by a factor, lines and text too."], "enlarged"],
	["mirrored", ["mirrored(PICTURE)"], ["A picture mirrored left to right, letters included."], "mirrored"],
	[
		"pen.x",
		["pen.x", "pen.y", "pen.facing", "pen.width", "pen.colour", "pen.fill", "pen.down"],
		["What the pen is like now.", "It is read and never set: use go_to, face, pen and fill."],
		"while",
	],
	["frame.number", ["frame.number"], ["The number of the frame that is being drawn, from 1."], "each frame"],
];

const example = (twin: string) => `${IMPORT}${PYTHON_EXAMPLES[twin] ?? ""}`;

/** Help by word: the module's functions in the order of Nib's statements, then Python's own words and the rest. */
export const PYTHON_HELP: ReadonlyMap<string, Help> = new Map<string, Help>([
	...[...MODULE_FUNCTIONS.values()].map((f): [string, Help] => [
		f.name,
		{
			word: f.name,
			forms: formsOf(f),
			help: OWN_HELP[f.name]?.join(" ") ?? (STATEMENTS.get(f.statement.head)?.help as string),
			example: example(f.statement.head),
		},
	]),
	...MORE.map(([word, forms, help, twin]): [string, Help] => [
		word,
		{ word, forms, help: help.join(" "), example: example(twin) },
	]),
]);
