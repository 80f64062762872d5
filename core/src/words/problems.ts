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

/** Why nothing is to be seen of what a line draws. */
const NOTHING: Readonly<Record<string, string>> = {
	paint: "What this line draws has neither ink nor fill, so that nothing is seen of it.",
	size: "What this line draws has no size, so that nothing is seen of it.",
	sheet: "What this line draws lies beside the sheet.",
};

/** A sentence or two for each code: what is wrong, and what to do. */
const WORDS: Readonly<Record<string, (d: Data) => string>> = {
	// Signs and numbers
	"comment-space": () => "A comment needs a space after its two hyphens: “-- like this”.",
	"comment-sign": (d) => `A comment begins with “--” here, not with ${q(d.sign)}.`,
	"minus-minus": () => "Two hyphens together aren't minus a minus. Put a space between them: “5 - -3”.",
	"number-long": (d) => `${q(d.written)} has more than ${d.most} digits.`,
	"number-power": (d) => `Write ${q(d.written)} out in full, without the letter e.`,
	"number-point": (d) => `${q(d.written)} needs a digit on both sides of the point.`,
	"number-unit": (d) => `${q(d.written)}: write the number alone, without ${q(d.unit)}.`,
	"number-comma": (d) => `${q(d.written)} has a decimal comma; here it is a point: ${q(d.number)}.`,
	"text-open": (d) => `The text ${d.written} has no closing quote mark.`,
	"quote-sign": (d) => `A text stands between straight double quote marks: "like this", not between ${q(d.sign)}.`,
	"colour-code": (d) => `${q(d.written)} is no colour code: it takes 3, 6 or 8 digits after “#”.`,
	"sign-exchange": (d) => `Write ${q(d.ours)} instead of ${q(d.sign)}.`,
	"sign-drop": (d) => `${q(d.sign)} isn't needed here. Leave it out.`,
	"sign-unknown": (d) => `The sign ${q(d.sign)} has no meaning here.`,
	"sign-out-of-place": (d) => `The sign ${q(d.sign)} doesn't fit here.`,
	// Statements
	"statement-missing": (d) => `A line begins with a statement, like walk or rect, and not with ${q(d.found)}.`,
	"statement-left-out": (d) => `This exercise does without ${q(d.word)}: draw it another way.`,
	"statement-unknown": (d) => `There is no statement ${q(d.found)}.${near(d)}`,
	"statement-case": (d) => `Statements are written in small letters: ${q(d.near)}.`,
	"statement-other": (d) => `${q(d.found)} isn't a statement here; ${q(d.ours)} is.`,
	"phrase-alone": (d) => `${q(d.phrase)} can't stand alone: it belongs on the line of its ${d.head}.`,
	"direction-missing": (d) => `${q(d.head)} needs a direction: ${d.words}.`,
	"direction-unknown": (d) => `${q(d.found)} is no direction. Did you mean ${q(d.near)}?`,
	"value-missing": (d) => `${sentence(owner(d.owner))} has no value. Write one after it.`,
	"value-missing-before": (d) => `${sentence(owner(d.owner))} has no value before ${q(d.found)}.`,
	"value-too-few": (d) => `${q(d.owner)} takes ${d.count} values and has ${d.have}: ${q(d.form)}.`,
	"value-too-many": (d) =>
		`${q(d.owner)} takes ${Number(d.count) === 0 ? "no value" : counted(Number(d.count), "value")}: ${q(d.form)}.`,
	"value-too-many-here": (d) => `${q(d.found)} is one value too many: ${q(d.form)}.`,
	"value-alone": () => "This line works out a value and does nothing with it.",
	"comma-missing": (d) => `A comma is missing before ${q(d.before)}.`,
	"comma-before-phrase": (d) => `No comma is needed before ${q(d.phrase)}.`,
	"pair-for-place": (d) => `A place is two numbers without brackets: ${q(d.form)}.`,
	"pair-count": (d) => `A point is two numbers, [x, y]; this one has ${d.count}.`,
	"phrase-unknown": (d) =>
		`${q(d.head)} knows no ${q(d.found)}.${d.near ? near(d) : d.words ? ` It can have: ${d.words}.` : ""}`,
	"phrase-twice": (d) => `${q(d.phrase)} stands twice in this ${d.head}.`,
	"phrase-missing": (d) => `This ${d.head} still needs ${q(d.wanted)}: ${q(d.form)}.`,
	"phrase-conflict": (d) => `A ${d.head} takes ${q(d.first)} or ${q(d.second)}, not both.`,
	"choice-unknown": (d) => `${q(d.phrase)} takes one of: ${d.choices}. Found ${q(d.found)}.`,
	"words-two": (d) => `${q(d.first)} and ${q(d.second)} stand side by side. Write it as ${q(d.form)}.`,
	"colour-words": (d) => `Write the colour ${q(d.written)} as one word: ${q(d.colour)}.`,
	"colour-quoted": (d) => `A colour stands without quote marks: ${q(d.colour)}.`,
	"equals-lone": (d) => `${sentence(owner(d.owner))} takes its value without “=”.`,
	"equals-missing": (d) => `${q(d.name)} needs “=” and a value.`,
	"equals-compare": () => "To ask whether two values are equal, write “==”.",
	"compare-chain": (d) =>
		`Compare two values at a time; join two comparisons with “and”. ${q(d.sign)} is one too many.`,
	"compare-each": (d) => `${q(d.sign)} joins whole comparisons: write “${d.name} ==” again on its right.`,
	"word-missing": (d) => `${q(d.word)} is missing here: ${q(d.form)}.`,
	"word-drop": (d) => `Leave out ${q(d.word)}: the block goes on until its end.`,
	"line-goes-on": (d) => `${q(d.found)} is too much on this line.`,
	"body-on-line": (d) => `What ${q(d.head)} does begins on the next line; ${q(d.found)} must go there.`,
	"change-short": (d) => `Write it out: ${q(`${d.name} = ${d.name} ${d.sign} …`)}.`,
	"property-missing": (d) => `After ${q(`${d.of}.`)} the name of a value is missing.`,
	"property-unknown": (d) => `${q(d.of)} has no ${q(d.name)}.${d.near ? near(d) : ` It has: ${d.known}.`}`,
	"property-of": (d) => `${q(d.of)} has no ${q(d.name)}: only pen, sheet and frame have values after a point.`,
	"property-set": (d) => `${q(d.name)} can only be read. Use ${q(d.instead)} to change it.`,
	"unit-word": (d) => `Leave out ${q(d.word)}: the number stands alone.`,
	"direction-after": (d) => `The direction comes before the number: ${q(`${d.head} ${d.direction} ${d.value}`)}.`,
	"words-needed": (d) => `${q(d.head)} has words before its values, which say what they are: ${q(d.form)}.`,
	"colour-word": (d) => `Write ${q(d.phrase)} before the colour ${q(d.colour)}.`,
	"choice-bare": (d) => `Write ${q(d.phrase)} before ${q(d.choice)}.`,
	"statement-inside": (d) =>
		`${q(d.found)} is a statement of its own: give it a line of its own, before this ${d.head}.`,
	"rgb-missing": (d) => `Three numbers make a colour like this: ${q(d.colour)}.`,
	"number-thousands": (d) => `${q(d.written)} is read as two numbers; write ${q(d.number)}.`,
	"call-brackets": (d) => `${q(d.name)} takes its value in brackets: ${q(`${d.name}(${d.value})`)}.`,
	"text-unquoted": (d) => `Nothing is called ${q(d.name)}. If it is meant as text, put quote marks round it.`,
	"equals-twice": (d) => `${q(`let ${d.name}`)} takes one “=”; two ask whether values are equal.`,
	"dot-statement": (d) => `Write ${q(d.ours)}, with a space instead of the point.`,
	"area-alone": (d) => `“area” stands alone on its line; ${q(d.found)} goes on a line of its own.`,
	"pair-round": (d) => `A pair stands in square brackets, like “[${d.before}, 20]”.`,
	"index-round": (d) =>
		`${q(d.name)} is no routine. An item of a list is picked with square brackets: ${q(`${d.name}[0]`)}.`,
	// Brackets and blocks
	"bracket-open": (d) => `The bracket of ${q(d.opened)} isn't closed: ${q(d.sign)} is missing.`,
	"bracket-other": (d) => `${q(d.sign)} should close this bracket, not ${q(d.found)}.`,
	"brackets-missing": (d) => `A routine's name is followed by brackets: ${q(`routine ${d.name}()`)}.`,
	"end-missing": (d) => `The ${d.head} of line ${d.line} has no end${d.before ? ` before line ${d.before}` : ""}.`,
	"end-extra": () => "There is no open block that this end could close.",
	"end-not-alone": (d) => `“end” stands alone on its line; ${q(d.found)} is too much.`,
	"else-alone": () => "This else has no if before it.",
	"else-after-else": (d) => `The if of line ${d.line} has had its else already.`,
	"value-long": (d) => `This value has more than ${d.most} signs. Part it with “let”.`,
	"nesting-deep": (d) => `Blocks or brackets are more than ${d.most} deep here.`,
	// Names
	"name-missing": (d) => `After ${q(d.after)} a name is due.`,
	"name-digit": (d) => `A name begins with a letter, so ${q(d.written)} is none.`,
	"name-words": (d) => `A name is one word: write ${q(d.joined)} for ${q(d.written)}.`,
	"name-reserved": (d) => `${q(d.name)} is a word of the language and can't be a name.`,
	"name-unknown": (d) => `Nothing is called ${q(d.name)}.${near(d)}`,
	"name-case": (d) => `Capital and small letters count in names: ${q(d.name)} isn't ${q(d.near)}.`,
	"name-ended": (d) =>
		`${q(d.name)} lived only in the ${d.head} of lines ${d.line} to ${d.last}. Declare it before that block.`,
	"name-not-yet": (d) => `${q(d.name)} has no value yet: line ${d.line} declares it only later.`,
	"let-again": (d) => `${q(d.name)} has been declared in line ${d.line}. To change it, leave out “let”.`,
	"set-undeclared": (d) => `${q(d.name)} was never declared.${d.near ? near(d) : " Write “let” before it."}`,
	"loop-name-set": (d) => `${q(d.name)} counts the loop of line ${d.line} and can't be changed in it.`,
	"value-name-twice": (d) => `Two values of this routine are called ${q(d.name)}.`,
	"routine-unknown": (d) => `There is no routine ${q(d.name)}.${near(d)}`,
	"routine-word": (d) => `This looks like the first line of a routine. Write “routine” before ${q(d.name)}.`,
	"routine-twice": (d) => `A routine ${q(d.name)} stands in line ${d.line} already.`,
	"function-unknown": (d) => `There is no routine or function ${q(d.name)}.${near(d)}`,
	"call-count": (d) => `${q(d.form)} is how it is called; here it has ${counted(Number(d.count), "value")}.`,
	"return-outside": () => "“return” belongs in a routine.",
	"break-outside": () => "“break” belongs in a loop.",
	"sheet-not-first": (d) =>
		d.times === 2 ? "A program has one sheet statement, its first." : "“sheet” must be the first statement.",
	// Kinds
	"kind-wrong": (d) => `${sentence(owner(d.owner))} needs ${kind(d.wanted)} and got ${kind(d.found)}.`,
	"kind-plus": (d) => `“+” can't add ${kind(d.left)} and ${kind(d.right)}.`,
	"kind-changed": (d) => `${q(d.name)} holds ${kind(d.was)} and can't take ${kind(d.now)}.`,
	"value-of-nothing": (d) => `${d.name === "" ? "This" : q(d.name)} gives no value back, so it can't be used as one.`,
	"list-wanted": (d) =>
		`${q(d.name)} holds ${kind(d.found)}, not a list, so ${d.how === "add" ? "nothing can be added to it" : "it has no items"}.`,
	"place-for-pair": (d) => `${q(d.owner)} takes points in brackets: “[10, 20], [60, 20]”.`,
	// Running
	"size-negative": (d) => `${q(d.phrase)} got ${d.value}; a ${d.what} can't be negative.`,
	"not-whole": (d) => `${q(d.owner)} needs a whole number and got ${d.value}. Use floor( ) or round( ).`,
	"count-negative": (d) => `“repeat” got ${d.value}; it can't go round a negative number of times.`,
	"by-zero": () => "“by 0” would never get to the end of the loop.",
	"divide-zero": (d) =>
		d.name ? `${q(d.name)} is 0 here, and nothing can be divided by 0.` : "Nothing can be divided by 0.",
	"power-none": () => "This power has no answer among the numbers.",
	"function-none": (d) => `${q(d.name)} has no answer for this value.`,
	"not-finite": (d) => `The number for ${owner(d.owner)} is too large to be worked with.`,
	"place-far": () => "This place is too far away to be drawn.",
	"sides-few": (d) => `A polygon has 3 sides or more, not ${d.value}.`,
	"corners-few": (d) =>
		`A ${d.what} has ${d.least} ${d.what === "polygon" ? "corners" : "points"} or more; this one has ${d.count}.`,
	"sheet-small": (d) => `A sheet is 1 by 1 or more, not ${d.width} by ${d.height}.`,
	"sheet-large": (d) => `A sheet is ${d.most} by ${d.most} at the most, not ${d.width} by ${d.height}.`,
	// Limits
	"limit-source": (d) => `The program has ${d.bytes} bytes; ${d.most} are the most.`,
	"limit-steps": (d) =>
		`The program was stopped after ${Number(d.most).toString()} steps. Does a loop here ever end? Its drawing so far is kept.`,
	"limit-time": () => "The program ran too long and was stopped. Its drawing so far is kept.",
	"limit-time-lost": () => "The program ran too long and had to be ended from outside. Its drawing was lost.",
	"thread-died": () => "The program ended the machine part that ran it, twice. Its drawing was lost.",
	"report-not-kept": () => "The program was run, but what it drew couldn't be kept. Ask your teacher to look at it.",
	"limit-entries": (d) => `The program was stopped after drawing ${d.most} pieces. Its drawing so far is kept.`,
	"limit-calls": (d) =>
		`Since line ${d.first}, routines have called one another ${d.most} deep. Does this routine call itself without end?`,
	"limit-pictures": (d) => `Pictures are made inside one another more than ${d.most} deep.`,
	"limit-frames": (d) => `A run has ${d.most} frames at the most.`,
	"limit-list": (d) => `A list grew beyond ${d.most} items.`,
	"limit-depth": (d) => `Lists hold one another more than ${d.most} deep.`,
	"limit-text": (d) => `A text grew beyond ${d.most} characters.`,
	"limit-messages": (d) => `The messages grew beyond ${d.most} characters.`,
	"limit-cells": (d) => `The program made more than ${d.most} characters, items and corners in all.`,
	// Lists, areas, pictures, frames
	"index-space": (d) =>
		`“[” after a space begins a new list. To pick an item, let it touch the name: ${q(`${d.name}[`)}.`,
	"index-outside": (d) =>
		Number(d.length) === 0
			? `There is no item ${d.index}: the list is empty.`
			: `There is no item ${d.index}: the list has ${counted(Number(d.length), "item")}, numbered 0 to ${d.last}.`,
	"choose-empty": () => "“choose” got an empty list; there is nothing to choose.",
	"point-kind": (d) => `Point ${d.number} after ${q(d.owner)} is ${kind(d.found)}; a point is a pair, [x, y].`,
	"point-odd": (d) => `Point ${d.number} after ${q(d.owner)} is ${d.found}; a point is two numbers, [x, y].`,
	"points-uneven": (d) => `“xs” has ${counted(Number(d.xs), "number")} and “ys” has ${d.ys}; they must be as many.`,
	"points-few": (d) => `A star has 3 points or more, not ${d.value}.`,
	"inner-missing": (d) =>
		`A star of ${d.value} points needs “inner R”: joining every second point makes no star of it.`,
	"area-inside": () => "An area can't begin inside an area.",
	"leave-block": (d) => `${q(d.word)} can't leave ${d.block === "area" ? "an area" : "a picture"} before its end.`,
	"picture-again": (d) => `${q(d.name)} has been declared in line ${d.line}. Give the picture a name of its own.`,
	"paper-unsized": (d) =>
		`${q(d.head)} needs to know how large this picture is: write “size W, H” after the picture's name.`,
	"member-of": (d) =>
		`${d.name === "" ? "This" : q(d.name)} is ${kind(d.found)}; only a picture has a ${d.side} after a point.`,
	"frames-again": (d) => `A program has one each frame block; one stands in line ${d.line} already.`,
	"frames-not-last": (d) =>
		`This would come after the frames of line ${d.line}, which are the last thing a program does. Put it before them.`,
	// Remarks
	"sheet-overruled": (d) => `The exercise's sheet is used: ${d.width} by ${d.height}, origin ${d.origin}.`,
	"routine-unused": (d) => `The routine ${q(d.name)} is never called.`,
	"name-unused": (d) => `${q(d.name)} is never used.`,
	"picture-unlaid": (d) => `The picture ${q(d.name)} is made and never laid.`,
	"setting-unused": (d) => `Nothing that is drawn uses the ${d.what} set here.`,
	"area-empty": () => "Nothing is walked in this area, so it has no shape.",
	"nothing-to-see": (d) => NOTHING[String(d.why)] ?? "What this line draws can't be seen.",
	"walk-no-ink": () => "The pen is down here and has no ink, so that nothing is drawn.",
	"loop-no-pass": () => "This loop makes no pass.",
	"loop-downward": (d) => `Counting from ${d.from} up to ${d.to} makes no pass. To count down, write “by -1”.`,
	"minus-read": (d) =>
		`This is read as ${q(`${d.before} - ${d.after}`)}. If two values are meant, put a comma between them.`,
	"round-cut": (d) => `“round” got ${d.round}; half the shorter side, ${d.most}, is the most and is used.`,
};

/** Every code that has words. */
export const PROBLEM_CODES = Object.keys(WORDS);

/** What a problem or remark says, in words a beginner understands. @param own what its language says of its own ones */
export function problemSentence({ code, data }: Pick<Problem, "code" | "data">, own: Sentences = {}): string {
	return (own[code] ?? WORDS[code])?.(data) ?? code;
}
