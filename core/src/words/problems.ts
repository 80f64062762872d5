import type { Problem, Sentences } from "../languages/problem.ts";
import { counted, sentence } from "./lists.ts";

type Data = Problem["data"];
const near = (d: Data) => (d.near ? ` Did you mean ${q(d.near)}?` : "");
/** A word of the student's or of Nib, set apart. */
const q = (v: string | number | undefined) => `“${v ?? ""}”`;
const KIND_WORDS: Readonly<Record<string, string>> = {
	number: "a number",
	text: "a text",
	boolean: "true or false",
	colour: "a colour",
	list: "a list",
	picture: "a picture",
	nothing: "nothing",
};
const kind = (v: string | number | undefined) => KIND_WORDS[String(v)] ?? String(v);
const owner = (v: string | number | undefined) => (v === "=" ? "the name before “=”" : q(v));

/** Why a line's drawing is invisible. */
const NOTHING: Readonly<Record<string, string>> = {
	paint: "This line draws something without outline or fill, so it can't be seen.",
	size: "This line draws something without size, so it can't be seen.",
	sheet: "This line draws off the sheet.",
};

/** A sentence or two for each code: what is wrong, and what to do. */
const WORDS: Readonly<Record<string, (d: Data) => string>> = {
	// Signs and numbers
	"comment-space": () => "A comment needs a space after its two hyphens: “-- like this”.",
	"comment-sign": (d) => `A comment begins with “--”, not with ${q(d.sign)}.`,
	"minus-minus": () => "Two hyphens together aren't minus a minus. Put a space between them: “5 - -3”.",
	"number-long": (d) => `${q(d.written)} has more than ${d.most} digits.`,
	"number-power": (d) => `Write ${q(d.written)} out in full, without the letter e.`,
	"number-point": (d) => `${q(d.written)} needs a digit on both sides of the point.`,
	"number-unit": (d) => `${q(d.written)}: write the number alone, without ${q(d.unit)}.`,
	"number-comma": (d) => `${q(d.written)} has a decimal comma. Write a decimal point: ${q(d.number)}.`,
	"text-open": (d) => `The text ${d.written} has no closing quote mark.`,
	"quote-sign": (d) => `Put text in straight double quote marks: "like this", not in ${q(d.sign)}.`,
	"colour-code": (d) => `${q(d.written)} isn't a colour code. Write 3, 6 or 8 digits after “#”.`,
	"sign-exchange": (d) => `Write ${q(d.ours)} instead of ${q(d.sign)}.`,
	"sign-drop": (d) => `${q(d.sign)} isn't needed here. Leave it out.`,
	"sign-unknown": (d) => `The sign ${q(d.sign)} has no meaning here.`,
	"sign-out-of-place": (d) => `The sign ${q(d.sign)} doesn't fit here.`,
	// Statements
	"statement-missing": (d) => `A line begins with a statement, like walk or rect, not with ${q(d.found)}.`,
	"statement-left-out": (d) => `You can't use ${q(d.word)} in this exercise. Draw it another way.`,
	"statement-unknown": (d) => `There is no statement ${q(d.found)}.${near(d)}`,
	"statement-case": (d) => `Statements are written in small letters: ${q(d.near)}.`,
	"statement-other": (d) => `${q(d.found)} isn't a statement here; ${q(d.ours)} is.`,
	"phrase-alone": (d) => `${q(d.phrase)} belongs on the line of its ${d.head}.`,
	"direction-missing": (d) => `${q(d.head)} needs a direction: ${d.words}.`,
	"direction-unknown": (d) => `${q(d.found)} isn't a direction. Did you mean ${q(d.near)}?`,
	"value-missing": (d) => `${sentence(owner(d.owner))} has no value. Write one after it.`,
	"value-missing-before": (d) => `${sentence(owner(d.owner))} has no value before ${q(d.found)}.`,
	"value-too-few": (d) => `${q(d.owner)} takes ${d.count} values and has ${d.have}: ${q(d.form)}.`,
	"value-too-many": (d) =>
		`${q(d.owner)} takes ${Number(d.count) === 0 ? "no value" : counted(Number(d.count), "value")}: ${q(d.form)}.`,
	"value-too-many-here": (d) => `${q(d.found)} is one value too many. Write ${q(d.form)}.`,
	"value-alone": () => "This line calculates a value and does nothing with it.",
	"comma-missing": (d) => `A comma is missing before ${q(d.before)}.`,
	"comma-before-phrase": (d) => `No comma is needed before ${q(d.phrase)}.`,
	"pair-for-place": (d) => `Write a position as two numbers without brackets: ${q(d.form)}.`,
	"pair-count": (d) => `A point has two numbers, [x, y]. This one has ${d.count}.`,
	"phrase-unknown": (d) =>
		`${q(d.head)} knows no ${q(d.found)}.${d.near ? near(d) : d.words ? ` It can have: ${d.words}.` : ""}`,
	"phrase-twice": (d) => `This ${d.head} has ${q(d.phrase)} twice.`,
	"phrase-missing": (d) => `This ${d.head} still needs ${q(d.wanted)}: ${q(d.form)}.`,
	"phrase-conflict": (d) => `A ${d.head} takes ${q(d.first)} or ${q(d.second)}, not both.`,
	"choice-unknown": (d) => `${q(d.phrase)} takes one of: ${d.choices}. Found ${q(d.found)}.`,
	"words-two": (d) => `${q(d.first)} and ${q(d.second)} can't be next to each other. Write ${q(d.form)}.`,
	"colour-words": (d) => `Write the colour ${q(d.written)} as one word: ${q(d.colour)}.`,
	"colour-quoted": (d) => `Write a colour without quote marks: ${q(d.colour)}.`,
	"equals-lone": (d) => `${sentence(owner(d.owner))} takes its value without “=”.`,
	"equals-missing": (d) => `${q(d.name)} needs “=” and a value.`,
	"equals-compare": () => "To compare two values, write “==”.",
	"compare-chain": (d) =>
		`Compare two values at a time; join two comparisons with “and”. ${q(d.sign)} is one too many.`,
	"compare-each": (d) => `${q(d.sign)} joins whole comparisons: write “${d.name} ==” again on its right.`,
	"word-missing": (d) => `${q(d.word)} is missing here: ${q(d.form)}.`,
	"word-drop": (d) => `Leave out ${q(d.word)}: the block ends at its “end”.`,
	"line-goes-on": (d) => `${q(d.found)} doesn't belong on this line.`,
	"body-on-line": (d) => `The block of ${q(d.head)} begins on the next line. Move ${q(d.found)} there.`,
	"change-short": (d) => `Write it out: ${q(`${d.name} = ${d.name} ${d.sign} …`)}.`,
	"property-missing": (d) => `Write the name of a value after ${q(`${d.of}.`)}.`,
	"property-unknown": (d) => `${q(d.of)} has no ${q(d.name)}.${d.near ? near(d) : ` It has: ${d.known}.`}`,
	"property-of": (d) => `${q(d.of)} has no ${q(d.name)}: only pen, sheet and frame have values after a point.`,
	"property-set": (d) => `${q(d.name)} can only be read. Use ${q(d.instead)} to change it.`,
	"unit-word": (d) => `Write the number without ${q(d.word)}.`,
	"direction-after": (d) => `The direction comes before the number: ${q(`${d.head} ${d.direction} ${d.value}`)}.`,
	"words-needed": (d) => `${q(d.head)} needs a word before each value: ${q(d.form)}.`,
	"colour-word": (d) => `Write ${q(d.phrase)} before the colour ${q(d.colour)}.`,
	"choice-bare": (d) => `Write ${q(d.phrase)} before ${q(d.choice)}.`,
	"statement-inside": (d) => `${q(d.found)} is a separate statement. Put it on its own line, before this ${d.head}.`,
	"rgb-missing": (d) => `Write a colour of three numbers like this: ${q(d.colour)}.`,
	"number-thousands": (d) => `${q(d.written)} is read as two numbers. Write ${q(d.number)}.`,
	"call-brackets": (d) => `${q(d.name)} takes its value in brackets: ${q(`${d.name}(${d.value})`)}.`,
	"text-unquoted": (d) => `Nothing is called ${q(d.name)}. If it is text, put it in quote marks.`,
	"equals-twice": (d) => `${q(`let ${d.name}`)} takes one “=”. Two compare values.`,
	"dot-statement": (d) => `Write ${q(d.ours)}, with a space instead of the dot.`,
	"area-alone": (d) => `“area” must be alone on its line. Move ${q(d.found)} to the next line.`,
	"pair-round": (d) => `Write a pair in square brackets, like “[${d.before}, 20]”.`,
	"index-round": (d) =>
		`${q(d.name)} isn't a routine. To get an item of a list, use square brackets: ${q(`${d.name}[0]`)}.`,
	// Brackets and blocks
	"bracket-open": (d) => `The bracket of ${q(d.opened)} isn't closed: ${q(d.sign)} is missing.`,
	"bracket-other": (d) => `${q(d.sign)} should close this bracket, not ${q(d.found)}.`,
	"brackets-missing": (d) => `Write brackets after a routine's name: ${q(`routine ${d.name}()`)}.`,
	"end-missing": (d) => `The ${d.head} of line ${d.line} has no end${d.before ? ` before line ${d.before}` : ""}.`,
	"end-extra": () => "This “end” closes nothing. Remove it, or check the blocks above.",
	"end-not-alone": (d) => `“end” must be alone on its line. Remove ${q(d.found)}.`,
	"else-alone": () => "This “else” has no “if” before it.",
	"else-after-else": (d) => `The “if” in line ${d.line} already has an “else”.`,
	"value-long": (d) => `This value has more than ${d.most} signs. Split it with “let”.`,
	"nesting-deep": (d) => `Blocks or brackets are more than ${d.most} deep here.`,
	// Names
	"name-missing": (d) => `Write a name after ${q(d.after)}.`,
	"name-digit": (d) => `A name begins with a letter. ${q(d.written)} doesn't.`,
	"name-words": (d) => `A name is one word: write ${q(d.joined)}, not ${q(d.written)}.`,
	"name-reserved": (d) => `${q(d.name)} is a word of the language and can't be a name.`,
	"name-unknown": (d) => `Nothing is called ${q(d.name)}.${near(d)}`,
	"name-case": (d) => `Capital letters matter in names: ${q(d.name)} isn't ${q(d.near)}.`,
	"name-ended": (d) =>
		`${q(d.name)} exists only in the ${d.head} in lines ${d.line} to ${d.last}. Declare it before that block.`,
	"name-not-yet": (d) => `${q(d.name)} has no value yet: it is declared later, in line ${d.line}.`,
	"let-again": (d) => `${q(d.name)} is already declared in line ${d.line}. To change it, leave out “let”.`,
	"set-undeclared": (d) => `${q(d.name)} was never declared.${d.near ? near(d) : " Write “let” before it."}`,
	"loop-name-set": (d) => `${q(d.name)} counts the loop in line ${d.line}, so it can't be changed inside.`,
	"value-name-twice": (d) => `Two values of this routine have the name ${q(d.name)}.`,
	"routine-unknown": (d) => `There is no routine ${q(d.name)}.${near(d)}`,
	"routine-word": (d) => `This looks like the first line of a routine. Write “routine” before ${q(d.name)}.`,
	"routine-twice": (d) => `There is already a routine ${q(d.name)} in line ${d.line}.`,
	"function-unknown": (d) => `There is no routine or function ${q(d.name)}.${near(d)}`,
	"call-count": (d) => `Call it as ${q(d.form)}. Here it has ${counted(Number(d.count), "value")}.`,
	"return-outside": () => "“return” can only be used in a routine.",
	"break-outside": () => "“break” can only be used in a loop.",
	"sheet-not-first": (d) =>
		d.times === 2
			? "A program can have only one sheet statement, at the start."
			: "“sheet” must be the first statement.",
	// Kinds
	"kind-wrong": (d) => `${sentence(owner(d.owner))} needs ${kind(d.wanted)} and got ${kind(d.found)}.`,
	"kind-plus": (d) => `“+” can't add ${kind(d.left)} and ${kind(d.right)}.`,
	"kind-changed": (d) => `${q(d.name)} holds ${kind(d.was)}, so it can't hold ${kind(d.now)}.`,
	"value-of-nothing": (d) => `${d.name === "" ? "This" : q(d.name)} returns no value, so it can't be used as one.`,
	"list-wanted": (d) =>
		`${q(d.name)} holds ${kind(d.found)}, not a list, so ${d.how === "add" ? "nothing can be added to it" : "it has no items"}.`,
	"place-for-pair": (d) => `${q(d.owner)} takes points in brackets: “[10, 20], [60, 20]”.`,
	// Running
	"size-negative": (d) => `${q(d.phrase)} got ${d.value}; a ${d.what} can't be negative.`,
	"not-whole": (d) => `${q(d.owner)} needs a whole number and got ${d.value}. Use floor( ) or round( ).`,
	"count-negative": (d) => `“repeat” got ${d.value}; it can't repeat a negative number of times.`,
	"by-zero": () => "With “by 0” the loop would never end.",
	"divide-zero": (d) =>
		d.name ? `${q(d.name)} is 0 here, and nothing can be divided by 0.` : "Nothing can be divided by 0.",
	"power-none": () => "This power has no real number as its result.",
	"function-none": (d) => `${q(d.name)} has no result for this value.`,
	"not-finite": (d) => `The number for ${owner(d.owner)} is too large.`,
	"place-far": () => "This position is too far away to draw.",
	"sides-few": (d) => `A polygon has 3 sides or more, not ${d.value}.`,
	"corners-few": (d) =>
		`A ${d.what} has ${d.least} ${d.what === "polygon" ? "corners" : "points"} or more; this one has ${d.count}.`,
	"sheet-small": (d) => `A sheet is 1 by 1 or more, not ${d.width} by ${d.height}.`,
	"sheet-large": (d) => `A sheet is at most ${d.most} by ${d.most}, not ${d.width} by ${d.height}.`,
	// Limits
	"limit-source": (d) => `The program has ${d.bytes} bytes. The limit is ${d.most}.`,
	"limit-steps": (d) =>
		`The program was stopped after ${Number(d.most).toString()} steps. Does a loop here ever end? Its drawing so far is kept.`,
	"limit-time": () => "The program ran too long and was stopped. Its drawing so far is kept.",
	"limit-time-lost": () => "The program ran too long and was stopped. Its drawing was lost.",
	"thread-died": () => "The program crashed the process that ran it, twice. Its drawing was lost.",
	"report-not-kept": () => "The program ran, but its drawing couldn't be saved. Ask your teacher to look at it.",
	"limit-entries": (d) => `The program was stopped after drawing ${d.most} pieces. Its drawing so far is kept.`,
	"limit-calls": (d) =>
		`From line ${d.first} on, routines have called each other ${d.most} times without returning. Does this routine call itself for ever?`,
	"limit-pictures": (d) => `Pictures are nested more than ${d.most} deep.`,
	"limit-frames": (d) => `A run has at most ${d.most} frames.`,
	"limit-list": (d) => `A list grew beyond ${d.most} items.`,
	"limit-depth": (d) => `Lists are nested more than ${d.most} deep.`,
	"limit-text": (d) => `A text grew beyond ${d.most} characters.`,
	"limit-messages": (d) => `The messages grew beyond ${d.most} characters.`,
	"limit-cells": (d) => `The program made more than ${d.most} characters, items and corners in total.`,
	// Lists, areas, pictures, frames
	"index-space": (d) =>
		`“[” after a space begins a new list. To get an item, write it right after the name: ${q(`${d.name}[`)}.`,
	"index-outside": (d) =>
		Number(d.length) === 0
			? `There is no item ${d.index}: the list is empty.`
			: `There is no item ${d.index}: the list has ${counted(Number(d.length), "item")}, numbered 0 to ${d.last}.`,
	"choose-empty": () => "“choose” got an empty list; there is nothing to choose.",
	"point-kind": (d) => `Point ${d.number} after ${q(d.owner)} is ${kind(d.found)}; a point is a pair, [x, y].`,
	"point-odd": (d) => `Point ${d.number} after ${q(d.owner)} is ${d.found}; a point is two numbers, [x, y].`,
	"points-uneven": (d) =>
		`“xs” has ${counted(Number(d.xs), "number")} and “ys” has ${d.ys}; they must be equal in number.`,
	"points-few": (d) => `A star has 3 points or more, not ${d.value}.`,
	"inner-missing": (d) =>
		`A star of ${d.value} points needs “inner R”: joining every second point doesn't make a star.`,
	"area-inside": () => "An area can't be inside another area.",
	"leave-block": (d) => `${q(d.word)} can't leave ${d.block === "area" ? "an area" : "a picture"} before its end.`,
	"picture-again": (d) => `${q(d.name)} is already declared in line ${d.line}. Give the picture another name.`,
	"paper-unsized": (d) => `${q(d.head)} needs the size of this picture. Write “size W, H” after the picture's name.`,
	"member-of": (d) =>
		`${d.name === "" ? "This" : q(d.name)} is ${kind(d.found)}; only a picture has a ${d.side} after a point.`,
	"frames-again": (d) => `A program can have only one “each frame” block. There is already one in line ${d.line}.`,
	"frames-not-last": (d) => `Nothing can come after the “each frame” block in line ${d.line}. Move this before it.`,
	// Remarks
	"sheet-overruled": (d) => `The exercise's sheet is used: ${d.width} by ${d.height}, origin ${d.origin}.`,
	"routine-unused": (d) => `The routine ${q(d.name)} is never called.`,
	"name-unused": (d) => `${q(d.name)} is never used.`,
	"picture-unlaid": (d) => `The picture ${q(d.name)} is made but never laid.`,
	"setting-unused": (d) => `The ${d.what} set here is never used.`,
	"area-empty": () => "Nothing is walked in this area, so it is empty.",
	"nothing-to-see": (d) => NOTHING[String(d.why)] ?? "What this line draws can't be seen.",
	"walk-no-ink": () => "The pen is down but has no ink, so nothing is drawn.",
	"loop-no-pass": () => "This loop never runs.",
	"loop-downward": (d) => `Counting from ${d.from} up to ${d.to} never runs. To count down, write “by -1”.`,
	"minus-read": (d) =>
		`This is read as ${q(`${d.before} - ${d.after}`)}. If you mean two values, put a comma between them.`,
	"round-cut": (d) => `“round” got ${d.round}; the limit is half the shorter side, so ${d.most} is used.`,
};

/** Every code that has words. */
export const PROBLEM_CODES = Object.keys(WORDS);

/** What a problem or remark says, in words a beginner understands. @param own what its language says of its own ones */
export function problemSentence({ code, data }: Pick<Problem, "code" | "data">, own: Sentences = {}): string {
	return (own[code] ?? WORDS[code])?.(data) ?? code;
}
