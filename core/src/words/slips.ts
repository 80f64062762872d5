import type { FoundSlip } from "../marking/slips/index.ts";
import { listed } from "./lists.ts";

interface Words {
	/** Leads, and gives no answer away. */
	readonly student: (slip: FoundSlip) => string;
	/** Says it outright. */
	readonly teacher: (slip: FoundSlip) => string;
}

/** "in line 4", "in lines 4, 7 and 9"; nothing where no line is known. */
function inLines(lines: readonly number[]): string {
	if (lines.length === 0) return "";
	if (lines.length === 1) return ` in line ${lines[0]}`;
	const shown = lines.slice(0, 4).map(String);
	return ` in lines ${listed(lines.length > 4 ? [...shown, "more"] : shown)}`;
}

const at = (slip: FoundSlip) => inLines(slip.lines);
const text = (slip: FoundSlip, key: string) => String(slip.data[key] ?? "");
/** "found 160 where 80 was due": the first number of the evidence. */
const found = ({ evidence: [first] }: FoundSlip) => (first ? `${first.what} ${first.found}` : "");

const says = (student: string | Words["student"], teacher: string | Words["teacher"]): Words => ({
	student: typeof student === "string" ? (slip) => student.replace("@", at(slip)) : student,
	teacher:
		typeof teacher === "string"
			? (slip) => `${teacher.replace("@", at(slip))}${found(slip) ? ` (found: ${found(slip)})` : ""}.`
			: teacher,
});

const PART: Readonly<Record<string, string>> = {
	fill: "fill",
	outline: "pen's colour",
	width: "line's width",
	paper: "paper",
};
const part = (slip: FoundSlip) => PART[text(slip, "what")] ?? text(slip, "what");

const WORDS: Readonly<Record<string, Words>> = {
	"inside-angle": says(
		"Look at the turn@: does the pen turn by the angle inside the corner, or by what it must turn to go on along the next side?",
		"The inside angle was turned by instead of the outside one@",
	),
	"turned-other-way": says(
		"Follow the pen@ with a finger: at one corner it turns the other way.",
		"Turned to the other side@",
	),
	"not-a-whole-turn": says(
		"Going once round, the pen turns by a whole turn in all. Add up your turns@.",
		"The turns don't add up to a whole turn@",
	),
	"side-too-few": says(
		"Count how often your loop or your sides come round@: is one missing?",
		"One side, or one round of the loop, too few@",
	),
	"side-too-many": says(
		"Count how often your loop or your sides come round@: is there one too many?",
		"One side, or one round of the loop, too many@",
	),
	"round-more-than-once": says(
		"The pen goes round the same shape more than once@. How often does it need to?",
		"The outline is gone round more than once@",
	),
	"not-closed": says(
		"The turns are right, and still the end misses the start@. Compare the lengths of the sides.",
		"The turns are right, the outline doesn't close@",
	),
	"did-not-return": says(
		"When the routine@ is done, where does the pen stand and where does it face? The next call begins from there.",
		"The routine leaves the pen elsewhere, or facing otherwise, than the next call needs@",
	),
	"facing-left-over": says(
		(s) =>
			`The shape itself is right. Which way does the pen face when it begins? Something before it, about line ${text(s, "line")}, left it turned.`,
		(s) => `The figure is right but for its facing, left over from line ${text(s, "line")} (found: ${found(s)}).`,
	),
	"left-down": says(
		"There is a line that joins things@. Was the pen meant to draw on the way there?",
		"The pen stayed down while moving on@",
	),
	"never-down": says("The pen moves@ and nothing appears. Is it down?", "The pen was never put down@"),
	"lifted-early": says(
		"A part of a side is missing@. When was the pen lifted?",
		"The pen was lifted before the side was done@",
	),
	"did-not-move-on": says(
		"All of these@ lie in one place. What should change from one to the next?",
		"Drawn again and again in one place@",
	),
	"error-adds-up": says(
		"The first one is right, and each next one@ is a little further off. Look at the step from one to the next.",
		(s) => `Each next one is off by ${text(s, "step")} more${at(s)}.`,
	),
	"corner-for-middle": says(
		"The size is right. Which point of the shape do your two numbers@ stand for: a corner, or the middle?",
		"`corner` where `centre` was meant@",
	),
	"middle-for-corner": says(
		"The size is right. Which point of the shape do your two numbers@ stand for: the middle, or a corner?",
		"`centre` where `corner` was meant@",
	),
	"other-corner": says(
		"The size is right. Which of the four corners stands where you wanted the shape to begin@?",
		"Placed by another corner@",
	),
	"far-corner-as-size": says(
		"The two numbers after `size`@: are they how wide and high it is, or where it ends?",
		"The far corner's place was given as the size@",
	),
	"x-y-exchanged": says(
		"Which of the two numbers of the place@ goes across, and which up or down?",
		"The x and the y are exchanged@",
	),
	"width-height-exchanged": says(
		"Which of the two numbers of the size@ is the width, and which the height?",
		"Width and height exchanged@",
	),
	"place-size-exchanged": says(
		"Four numbers@: which two tell the place, and which two the size?",
		"The numbers of place and size exchanged@",
	),
	"y-wrong-way": says(
		"Where is zero on this sheet, and which way does y grow? Look at the place@ again.",
		"y counted from the other side@",
	),
	"sign-lost": says(
		"On this sheet some places are below zero. Look at the signs of the numbers@.",
		"A minus sign is missing@",
	),
	"other-origin": says(
		"Everything is moved together. Where is zero on this sheet?",
		"Everything is placed as if zero were elsewhere on the sheet@",
	),
	"other-end": says(
		"This line@ meets the other one at its far end. Which end was meant?",
		"It meets the other end of the line@",
	),
	shifted: says(
		"These@ all lie off by the same step. Where should the first of them be?",
		"All shifted by the same step@",
	),
	scaled: says(
		"Everything has the right form, in another size@. What do your lengths have in common?",
		(s) => `All sizes are ${text(s, "factor")} times the wanted ones${at(s)}.`,
	),
	turned: says("The shape is right and turned@. By how much should it be turned?", "The figure is turned@"),
	"turned-twice": says(
		"The shape is turned further than it should@. Is it turned in two places?",
		"Turned by twice the angle@",
	),
	mirrored: says("Left and right are exchanged@, as in a mirror.", "Left and right exchanged@"),
	"brackets-left-out": says(
		"Work the sum@ out on paper, step by step: what is done first?",
		"The sum has the value that it has without its brackets@",
	),
	"radius-for-diameter": says(
		"Look at the word before the size@: does it speak of all the way across, or from the middle to the rim?",
		"The diameter's number stands after `radius`@",
	),
	"diameter-for-radius": says(
		"Look at the word before the size@: does it speak of all the way across, or from the middle to the rim?",
		"The radius's number stands after `diameter`@",
	),
	"unequal-sizes": says(
		"Most of these are alike, and one isn't@. Compare their sizes.",
		"Sizes that should be equal aren't@",
	),
	"other-kind": says(
		(s) => `Its place and size are right. Is a ${text(s, "found")}${at(s)} what was asked for?`,
		"A figure of another kind@",
	),
	"too-small-to-see": says("Something is drawn@ and so small that it can't be seen.", "Too small to be seen@"),
	"colours-exchanged": says(
		"Two shapes@ have each other's colours. In which order are the colours set?",
		"Two figures have each other's colours@",
	),
	"fill-for-pen": says(
		"One word sets the inside, another the line. Which one did you use for the colour of the line@?",
		"`fill` where the pen's colour was meant@",
	),
	"colour-after": says(
		(s) =>
			`What is set holds for what comes after it. Where does line ${text(s, "line")} stand, and which shape should it be for?`,
		(s) => `The colour is set in line ${text(s, "line")}, after the figure instead of before.`,
	),
	"outline-for-filled": says(
		"The outline is there, the inside is empty@. What sets the inside?",
		"Only outlined where it should be filled@",
	),
	"filled-for-outline": says("The inside is painted@. Should it be?", "Filled where it should be hollow@"),
	"too-faint": says(
		"It is there@, and hardly to be told from what lies under it. Look at its colour.",
		"Hardly to be told from its ground@",
	),
	"setting-carried-over": says(
		(s) => `What was set for the shape before still holds${at(s)}. What should be set anew?`,
		(s) => `The ${part(s)} of the figure before still held${at(s)} (found: ${found(s)}).`,
	),
	"never-set": says(
		(s) => `This${at(s)} has what every program starts with. What should be set for it?`,
		(s) => `The ${part(s)} was never set${at(s)}.`,
	),
	hidden: says(
		"Something that is drawn later lies over it@. What should be on top?",
		"Hidden under what is drawn later@",
	),
	"drawn-twice": says(
		"The same shape is drawn twice in one place@. The second hides the first.",
		"Drawn twice in one place@",
	),
	"off-the-sheet": says("A part of it lies beyond the edge of the sheet@.", "Off the sheet@"),
	trail: says(
		"The pictures of earlier frames are still there. What has to happen at the start of each frame?",
		"The sheet isn't covered anew in each frame: a trail is left@",
	),
	"stuck-new-each-frame": says(
		(s) => `Line ${text(s, "line")} runs in every frame. What value does it give ${text(s, "name")} each time?`,
		(s) => `\`${text(s, "name")}\` is declared anew in each frame, in line ${text(s, "line")}.`,
	),
	"stuck-same-sum": says(
		"Every frame draws the same@. From what should the new value be worked out?",
		"Nothing changes from frame to frame: the new value doesn't come from the old one@",
	),
	"turns-by-middle": says(
		"Look closely at the moment it turns round: which point of it has reached the edge?",
		"It turns round by its middle, not by its rim@",
	),
	"turns-too-early": says(
		"Look closely at the moment it turns round: how far is it from the edge?",
		"It turns round before it reaches the edge@",
	),
	"never-turns": says("It goes on and on. What should happen when it comes to the edge?", "It never turns round@"),
	"lot-drawn-twice": says(
		"Each `random` draws a new value@. Which of them should be the same one?",
		"A random value is drawn twice where one was to be kept@",
	),
	"by-hand": says(
		"Some lines stand there again and again@. What could do them for you?",
		"Written out by hand where a loop was asked@",
	),
	"example-unchanged": says(
		"This is what you were given. What is to be changed in it?",
		(s) => `Handed in as the ${text(s, "which")} was given out.`,
	),
	"number-still-fixed": says(
		"When the variable changes, something stays behind@. Which number there could come from the variable?",
		"A fixed number where a variable should stand@",
	),
	"never-placed": says(
		(s) => `The picture${text(s, "name") ? ` ${text(s, "name")}` : ""} is made${at(s)} and never laid on the sheet.`,
		(s) => `The picture ${text(s, "name")} is never laid.`,
	),
	"never-called": says(
		(s) => `The routine ${text(s, "name")}${at(s)} is written and never called.`,
		(s) => `The routine ${text(s, "name")} is never called.`,
	),
	"setting-unused": says(
		(s) => `What line ${text(s, "line")} sets is used by nothing that is drawn after it.`,
		(s) => `Nothing that is drawn uses the ${text(s, "what")} set in line ${text(s, "line")}.`,
	),
	"moved-away": says("Your try before was nearer here@. What did you change?", "The last try was nearer@"),
};

/** The ids that there are words for. */
export const SLIP_WORDS = Object.keys(WORDS);

/** A slip in words, for the student and for the teacher. */
export function slipSentences(slip: FoundSlip): { readonly student: string; readonly teacher: string } {
	const words = WORDS[slip.id];
	return words
		? { student: words.student(slip), teacher: words.teacher(slip) }
		: { student: slip.id, teacher: slip.id };
}
