import type { Sentences } from "../problem.ts";
import { bracket, q } from "../sentence-words.ts";

const meant = (near: string | number | undefined) => (near ? ` Did you mean ${q(near)}?` : "");
const values = (count: string | number | undefined) => (Number(count) === 1 ? "1 value" : `${count} values`);

/** A sentence or two for each problem of programs in Python: what is wrong, and what to do. */
export const PYTHON_SENTENCES: Sentences = {
	// Reading
	"py-colon-missing": () => "A colon is missing. Write “:” at the end of this line.",
	"py-indent-missing": (d) =>
		d.word
			? `The lines that belong to ${q(d.word)} of line ${d.line} must be indented: put four spaces before them.`
			: "This line must be indented: put four spaces before it.",
	"py-indent-extra": () => "This line is indented too far. Align it with the lines of its block.",
	"py-indent-level": () => "No line above begins in this column. Align the line with its block.",
	"py-tabs": () => "This line mixes tabs and spaces before its first word. Use four spaces a step.",
	"py-bracket-open": (d) => `This ${bracket(d.sign)} is never closed. Write ${q(d.wanted)} where it should end.`,
	"py-bracket-extra": (d) =>
		`This ${bracket(d.sign)} closes nothing. Leave it out, or write ${q(d.wanted)} where it should begin.`,
	"py-bracket-other": (d) =>
		`The ${bracket(d.sign)} doesn't fit: the ${bracket(d.open)} of line ${d.line} is still open.`,
	"py-text-open": (d) => `This text has no closing quote mark. Write ${d.quote} at its end, on the same line.`,
	"py-text-open-long": () => "This text begins with three quote marks and never ends. Close it with three more.",
	"py-f-string": () => "Something in this f-text can't be read. Check its curly brackets.",
	"py-equals-single": () => "To compare two values, write “==”. One “=” stores a value under a name.",
	"py-assign-value": () => "Only a name can get a value. Write the name on the left of “=”.",
	"py-comma-missing": () => "Is a comma missing here? Values are separated by commas.",
	"py-print-brackets": (d) => `${q(d.word)} needs round brackets around its values: ${q(`${d.word}(…)`)}.`,
	"py-character": (d) => `The sign ${q(d.word)} has no meaning here.`,
	"py-sign": (d) => `Python doesn't know the sign ${q(d.word)}. Write ${q(d.meant)}.`,
	"py-number-name": (d) => `${q(d.word)} can't be read: a name can't begin with a digit, and a number has no unit.`,
	"py-zero-leading": (d) => `A whole number doesn't begin with 0: write ${q(d.meant)}.`,
	"py-return-outside": () => "“return” belongs inside a function. Is this line indented?",
	"py-break-outside": () => "“break” and “continue” belong inside a loop. Is this line indented?",
	"py-by-place-after": () => "Values without a name come first, and those with a name after them.",
	"py-keyword-repeated": (d) => `${q(d.word)} is given twice. Leave one out.`,
	"py-default-before": () => "Values with a default come last in the brackets.",
	"py-parameter-twice": (d) => `${q(d.word)} is in these brackets twice. Rename one.`,
	"py-try-alone": () => "“try” needs an “except” block after it.",
	"py-global-late": (d) => `Write “global ${d.word}” before the name is used in this function.`,
	"py-backslash": () => "Nothing may follow a backslash at the end of a line.",
	"py-word-near": (d) => `${q(d.word)} isn't a word of Python. Did you mean ${q(d.meant)}?`,
	"py-word-elsewhere": (d) => `Python writes ${q(d.meant)} instead of ${q(d.word)}.`,
	"py-from-keyword": () => "“from” is a word of Python itself. Write “from_”, with an underscore.",
	"py-word-needless": (d) => `Python needs no ${q(d.word)} before a name. Leave it out.`,
	"py-plus-plus": (d) => `Python has no ${q(d.word)}. Write “+= 1” or “-= 1”.`,
	"py-import-wrong": () => "This import can't be read. Write “from markpen import *”.",
	"py-nesting": () => "Brackets and blocks are nested too deep.",
	"py-null": () => "There is a sign here that no program can have. Delete it and write the line again.",
	"py-syntax": (d) =>
		d.word
			? `${q(d.word)} doesn't fit here. Look just before it: is a bracket, comma, colon or quote mark missing?`
			: "This line can't be read. Is a bracket, comma, colon or quote mark missing?",
	// Calls of the module
	"py-by-name": (d) => `${q(d.name)} takes its values by name: ${q(d.form)}.`,
	"py-values-many": (d) => `${q(d.name)} takes ${values(d.most)} and got ${d.found}: ${q(d.form)}.`,
	"py-values-few": (d) => `${q(d.name)} needs ${values(d.least)} and got ${d.found}: ${q(d.form)}.`,
	"py-values-number": (d) => `${q(d.name)} needs ${values(d.wanted)} and got ${d.found}.`,
	"py-keyword-unknown": (d) =>
		d.near
			? `${q(d.name)} has no ${q(d.word)}. Did you mean ${q(d.near)}?`
			: `${q(d.name)} has no ${q(d.word)}. Write it so: ${q(d.form)}.`,
	"py-keyword-twice": (d) => `${q(d.name)} gets ${q(d.word)} twice. Leave one out.`,
	"py-keywords-both": (d) => `${q(d.name)} takes ${q(d.first)} or ${q(d.second)}, not both.`,
	"py-keyword-missing": (d) => `${q(d.name)} still needs ${q(d.wanted)}.`,
	"py-choice": (d) => `${q(d.name)} is one of ${d.choices}, not ${d.found}.`,
	"py-pair": (d) => `${q(d.name)} needs a pair in brackets, ${q(d.form)}, and got ${d.found}.`,
	"py-point": (d) => `Each point is a pair, ${q(d.form)}. This one is ${d.found}.`,
	"py-kind": (d) => `${q(d.name)} needs ${d.wanted} and got ${d.found}.`,
	"py-text-for-number": (d) =>
		`${q(d.name)} needs a number and got ${d.found}. Leave the quote marks out, or write int(…) around it.`,
	"py-not-finite": (d) => `${q(d.name)} got ${d.found}, which can't be drawn.`,
	"py-colour-kind": (d) => `${q(d.name)} needs a colour: a name like "gold", or rgb(255, 160, 0). It got ${d.found}.`,
	"py-colour-unknown": (d) => `There is no colour ${q(d.word)}.${meant(d.near)}`,
	"py-rgb": (d) => `A colour made of numbers is written with rgb: ${q(d.form)}.`,
	"py-no-result": (d) => `${q(d.name)} has no result for ${d.found}.`,
	"py-picture-function": () => "“@picture” belongs on the line above a function.",
	"py-frame-function": () => "“@each_frame” belongs on the line above a function.",
	"not-whole": (d) => `${q(d.owner)} needs a whole number and got ${d.value}. Use “//” to divide, or int(…).`,
	"inner-missing": (d) =>
		`A star of ${d.value} points needs “inner=R”: joining every second point doesn't make a star.`,
	"paper-unsized": (d) =>
		`${q(d.head)} needs to know how large this picture is: write “@picture(size=(W, H))” above the function.`,
	"limit-calls": (d) =>
		`Since line ${d.first}, functions have called one another ${d.most} deep. Does this one never end?`,
	// Running
	"py-import-missing": (d) => `${q(d.name)} comes from markpen. Begin the program with “from markpen import *”.`,
	"py-module-not-imported": (d) => `Write “import ${d.name}” at the top before you use ${q(d.name)}.`,
	"py-name-unknown": (d) =>
		d.near
			? `There is nothing called ${q(d.name)}. Did you mean ${q(d.near)}?`
			: `There is nothing called ${q(d.name)}. Give it a value before this line. Is it text that needs quote marks?`,
	"py-colour-name": (d) => `A colour's name is text. Put it between quote marks: "${d.name}".`,
	"py-read-only": (d) => `${q(d.name)} can only be read. Use go_to, face, pen or fill to change the pen.`,
	"py-local-early": (d) =>
		`${q(d.name)} has no value yet in this function. To use the outer one, begin the function with “global ${d.name}”.`,
	"py-part-of-none": (d) => `The value before “.${d.name}” is None, so it has no “${d.name}”.`,
	"py-part-unknown": (d) => `${sentenceOf(d.of)} has no ${q(d.name)}.${meant(d.near)}`,
	"py-length": () => "Write len(…) around a list to get its length.",
	"py-module-missing": (d) => `There is no module ${q(d.name)} here. Drawing needs “from markpen import *” alone.`,
	"py-import-name": (d) => `${q(d.module)} has nothing called ${q(d.name)}.${meant(d.near)}`,
	"py-text-plus": (d) => `Text and ${d.kind} can't be joined with “+”. Write str(…) around the other value.`,
	"py-text-and-number": () =>
		"Text and numbers can't be mixed here. Write int(…) around the text, or str(…) around the number.",
	"py-sum-of-none": (d) => `One side of ${q(d.sign)} has no value (None). Does a function lack its “return”?`,
	"py-kinds-mixed": (d) =>
		d.b ? `${q(d.sign)} doesn't work with ${d.a} and ${d.b}.` : `${q(d.sign)} doesn't work with ${d.a}.`,
	"py-kinds-compared": (d) => `${q(d.sign)} can't compare ${d.a} with ${d.b}.`,
	"py-not-callable": (d) =>
		d.word
			? `${q(d.word)} is ${d.kind}, so brackets can't follow it. Is a “*” missing, or is the name used twice?`
			: `This is ${d.kind}, so brackets can't follow it. Is a “*” or a comma missing?`,
	"py-own-values-few": (d) => `${q(d.name)} still needs ${values(d.count)}: ${d.which}.`,
	"py-own-values-many": (d) => `${q(d.name)} takes ${values(d.most)} and got ${d.found}.`,
	"py-own-keyword": (d) => `${q(d.name)} has no ${q(d.word)}.${meant(d.near)}`,
	"py-values-count": (d) => `${q(d.name)} takes a different number of values.`,
	"py-whole-wanted": (d) =>
		d.text
			? `A whole number is needed in ${q(d.text)}. Use “//” to divide, or int(…).`
			: "A whole number is needed here. Use “//” to divide, or int(…).",
	"py-number-wanted": (d) => `A number is needed here, not ${d.kind}. Write int(…) or float(…) around it.`,
	"py-index-kind": (d) => `An item's number in square brackets must be whole, not ${d.kind}.`,
	"py-none-used": () => "This value is None, so it has no items. Does a function lack its “return”?",
	"py-square-call": (d) => `${q(d.word)} is a function: call it with round brackets.`,
	"py-no-items": (d) => `${sentenceOf(d.kind)} has no items, so square brackets can't follow it.`,
	"py-fixed": (d) => `The items of ${d.kind} can't be changed. Make a new value, or use a list.`,
	"py-unpack-one": (d) => `${sentenceOf(d.kind)} can't be split over several names. A pair or a list is needed.`,
	"py-unpack": (d) => `There are ${d.wanted} names on the left and ${values(d.found)} on the right.`,
	"py-unpack-many": (d) => `There are more values on the right than the ${d.wanted} names on the left.`,
	"py-range-missing": (d) => `A loop can't go through a number. Write “range(${d.value})”.`,
	"py-not-a-list": (d) => `A list is needed here, not ${d.kind}.`,
	"py-no-length": (d) => `${sentenceOf(d.kind)} has no length.`,
	"py-with": (d) => `“with” doesn't work with ${d.kind}. Write “with area():”.`,
	"py-unhashable": (d) => `${sentenceOf(d.kind)} can't be a dictionary key or an item of a set.`,
	"py-join": (d) => `join needs text only, and one item is ${d.kind}.`,
	"py-number-from": () => "int(…) and float(…) take text or a number.",
	"py-no-number": (d) => `${d.text} can't be made a ${d.kind}.`,
	"py-no-answer": () => "This calculation has no answer: check the values, such as a root of a negative number.",
	"py-range-empty": () => "There is no number in this range.",
	"py-not-in": () => "The value you look for isn't in it.",
	"py-list-empty": () => "The list is empty, so nothing can be taken from it.",
	"py-index-far": () => "The list has no item with this number. Items count from 0 to the length minus 1.",
	"py-key-missing": (d) => `The dictionary has no key ${d.name}.`,
	"py-divide-zero": () => "Numbers can't be divided by 0. Check the value after the sign.",
	"py-too-deep": () => "Functions call one another too deep here. Does this one call itself without end?",
	"py-number-large": () => "This number has too many digits.",
	"py-answers-out": () => "The program asks for more input than there are answers.",
	"py-no-files": () => "A program can't open files here.",
	"py-no-threads": () => "A program can't start threads here.",
	"py-not-here": () => "This line uses something that isn't available here. Use markpen and Python's own modules.",
	"py-assert": (d) =>
		d.message ? `The program stopped itself here: ${d.message}` : "The condition after “assert” is false.",
	"py-stop-iteration": () => "“next” has no more items.",
	"py-raised": (d) =>
		d.message ? `The program stopped here: ${d.message} (${d.kind}).` : `The program stopped here: ${d.kind}.`,
	"limit-memory": () => "The program used all its memory and was stopped. Its drawing so far is kept.",
	// Remarks
	"py-brackets-missing": (d) => `${q(d.name)} runs only with brackets after it: ${q(`${d.name}()`)}.`,
	"py-equals-double": () => "“==” compares two values and changes nothing. To store a value, write “=”.",
	"py-is-literal": () => "To compare with a value, write “==” instead of “is”.",
	"py-escape": () => "This backslash sequence doesn't exist. To write a backslash itself, write two.",
	"py-comma-maybe": () => "Is a comma missing here? Brackets right after a value mean something else.",
	"py-assert-true": () => "This assert is always true, because of its brackets. Leave them out.",
};

/** A kind of value at the beginning of a sentence. */
function sentenceOf(kind: string | number | undefined): string {
	const text = String(kind ?? "");
	return text.slice(0, 1).toUpperCase() + text.slice(1);
}
