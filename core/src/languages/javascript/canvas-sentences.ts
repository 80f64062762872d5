import type { Sentences } from "../problem.ts";
import { bracket, q } from "../sentence-words.ts";
import { VECTOR_SENTENCES } from "../vector/vector-sentences.ts";

/** What isn't recorded of a canvas, and what to do instead. */
const UNRECORDED: Readonly<Record<string, string>> = {
	event: "There is no mouse, keyboard or touch here, so this function is never called.",
	globalCompositeOperation: "Other ways of mixing colours aren't recorded: everything is drawn over what is there.",
};

/** A sentence or two for each problem of programs on a canvas: what is wrong, and what to do. */
export const CANVAS_SENTENCES: Sentences = {
	// Reading
	"js-string-open": () => "This text has no closing quote mark. It must end on its own line.",
	"js-template-open": () => "This text begins with a backtick and has no closing one.",
	"js-comment-open": () => "This comment begins with “/*” and never ends. Close it with “*/”.",
	"js-regexp-open": () => "“/” begins a search pattern here, which never ends. To divide, write a value before it.",
	"js-declared-twice": (d) =>
		`${q(d.word)} is declared already. Leave the second “let” or “const” out, or choose another name.`,
	"js-assign-value": () => "Something can only be stored in a name. To ask whether two things are equal, write “===”.",
	"js-return-outside": () => "“return” belongs inside a function, and this line isn't in one.",
	"js-break-outside": () => "“break” and “continue” belong inside a loop.",
	"js-word-reserved": (d) => `${q(d.word)} is a word of the language and can't be a name.`,
	"js-name-reserved": (d) => `The name ${q(d.name)} is used by Mark Pen itself. Choose another one.`,
	"js-catch-missing": () => "“try” needs a “catch” block after it.",
	"js-import": () => "A program here can't load other files: write everything that it needs into it.",
	"js-await-outside": () => "“await” works only in a function that is marked “async”.",
	"js-escape": () => "This backslash sequence doesn't exist. To write a backslash itself, write two.",
	"js-number-name": (d) => `A name can't begin with a digit, and a number can't contain letters: ${q(d.word)}.`,
	"js-number": () => "This isn't a number. Write it with digits and a point, as in 12.5.",
	"js-regexp": () => "This search pattern can't be read.",
	"js-const-empty": () => "“const” needs a value at once, as in “const size = 40”.",
	"js-equals-in-object": () => "Inside curly brackets a name and its value are separated by a colon, not by “=”.",
	"js-character": (d) => `The sign ${q(d.word)} has no meaning here.`,
	"js-rest": () => "“...” collects the rest, so nothing can come after it.",
	"js-bracket-open": (d) => `This ${bracket(d.sign)} is never closed. Write ${q(d.wanted)} where it should end.`,
	"js-bracket-other": (d) =>
		`The ${bracket(d.sign)} doesn't fit: the ${bracket(d.open)} of line ${d.line} is still open.`,
	"js-bracket-extra": (d) =>
		`This ${bracket(d.sign)} closes nothing. Leave it out, or write ${q(d.wanted)} where it should begin.`,
	"js-ends-early": () => "The program ends in the middle of something. What should come next?",
	"js-else-alone": () =>
		"“else” has no “if” before it. Is a curly bracket missing, or is there a semicolon after the “if”?",
	"js-sign-missing": (d) => `Something is missing before ${q(d.word)}: a comma, or “+” to join two texts.`,
	"js-equals-missing": (d) => `“=” is missing between ${q(d.name)} and its value.`,
	"js-value-missing": (d) => `A value is missing after ${q(d.sign)}.`,
	"js-word-near": (d) => `${q(d.word)} means nothing here. Did you mean ${q(d.meant)}?`,
	"js-comma-missing": (d) => `A comma is missing before ${q(d.word)}.`,
	"js-unexpected": (d) => `${q(d.word)} doesn't fit here. Look just before it: is a bracket, comma or sign missing?`,
	"js-nesting": () => "Brackets and blocks are nested too deep.",
	// Running
	"js-name-unknown": (d) =>
		d.near
			? `There is nothing called ${q(d.word)}. Did you mean ${q(d.near)}?`
			: `There is nothing called ${q(d.word)}. Check its spelling, capitals too, and that it is declared before this line.`,
	"js-name-early": (d) => `${q(d.word)} is used before the line that declares it.`,
	"js-constant-set": (d) =>
		`${q(d.word)} was declared with “const” and can't get another value. Declare it with “let”.`,
	"js-property-of-nothing": (d) => `The value before “.${d.word}” is ${d.other}. Was it ever given a value?`,
	"js-not-a-function": (d) =>
		d.word
			? `${q(d.word)} isn't a function.`
			: "What this line calls isn't a function. Check the spelling of its name, capitals too.",
	"js-method-unknown": (d) => `A canvas can't ${q(d.word)}.${d.near ? ` Did you mean ${q(d.near)}?` : ""}`,
	"js-not-an-object": () => "This value has no properties.",
	"js-not-a-list": () => "This value isn't a list. Only a list can be looped over or unpacked.",
	"js-too-deep": () => "Functions call one another too deep here. Does this one call itself without end?",
	"js-values-missing": (d) => `${q(d.word)} needs ${d.other} values and has ${d.third}.`,
	"js-radius-negative": (d) => `${q(d.word)} got the radius ${d.other}; a radius can't be below 0.`,
	"js-offset-wrong": (d) => `A colour of a gradient has a place from 0 to 1, and not ${d.word}.`,
	"js-colour-unknown": (d) => `${q(d.word)} isn't a colour.`,
	"js-path-missing": (d) => `${q(d.word)} takes a path that was made with “new Path2D”.`,
	"js-function-missing": (d) =>
		`${q(d.word)} needs the function itself: its name without brackets, as in “${d.word}(draw)”.`,
	"js-list-missing": (d) => `${q(d.word)} needs a list of numbers, as in “${d.word}([5, 10])”.`,
	"js-too-long": () => "This list or text is too long for the memory.",
	"js-constructor": () => 'This can\'t be made with “new”. The context comes from “canvas.getContext("2d")”.',
	"js-new-missing": () => "Write “new” before this name.",
	"js-bigint": () => "Whole numbers that end in “n” can't be mixed with other numbers.",
	"js-circle": () => "This value contains itself, so it can't be written out.",
	"js-thrown": (d) =>
		d.message ? `The program stopped itself: ${d.message}` : "The program stopped itself here with “throw”.",
	"js-error": (d) => `The program stopped here: ${d.message}.`,
	"js-canvas-size": (d) => `A canvas can be 1 by 1 to ${d.most} by ${d.most}, not ${d.width} by ${d.height}.`,
	"limit-memory": () => "The program used all its memory and was stopped. Its drawing so far is kept.",
	// Remarks
	"js-name-case": (d) => `${q(d.name)} does nothing. The canvas's own name is ${q(d.meant)}.`,
	"not-recorded": (d) => UNRECORDED[String(d.name)] ?? `${q(d.name)} isn't recorded here, so it isn't shown or marked.`,
	"js-call-missing": (d) => `${q(d.name)} runs only with brackets after it: ${q(`${d.name}()`)}.`,
	"call-ignored": (d) => `The canvas ignores this: ${q(d.name)} got a value that isn't a number.`,
	"setting-ignored": (d) =>
		d.name === "font"
			? `The canvas ignores this font: write a size and a family, as in “20px sans-serif”.`
			: `The canvas ignores this: ${q(d.value)} isn't a colour.${d.near ? ` Did you mean ${q(d.near)}?` : ""}`,
	"path-not-drawn": () => "This path is never filled or stroked, so it can't be seen.",
	"nothing-in-path": (d) => `${q(d.name)} has no path to draw: add one first, with lineTo, arc or rect.`,
	"path-again": () =>
		"What was drawn before is still in this path and is drawn again. Write beginPath before the new part.",
	"transform-adds-up": () =>
		"This adds to the transforms of the frame before. If each frame should start again, put save before it and restore after it.",
	"save-alone": () => "This save has no restore, so later settings stay.",
	"restore-alone": () => "There is nothing to restore here: no save came before.",
	"path-text-wrong": (d) => `The path ${q(d.text)} can't be read to its end.`,
	"angle-in-degrees": (d) =>
		`The angle ${d.angle} is many turns. Angles are in radians here: write degrees * Math.PI / 180.`,
	...VECTOR_SENTENCES,
	"part-emptied": () => "Part of the canvas is emptied here; it is recorded as a rectangle in the paper's colour.",
};
