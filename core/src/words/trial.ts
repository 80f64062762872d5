import type { TrialDoubt, TrialProblem } from "../trial-report.ts";
import { listed } from "./lists.ts";
import { plural } from "./names.ts";

/** What was changed in a model, in words; "line 4" is added by the caller. */
const ALTERATIONS: Readonly<Record<string, string>> = {
	"moved-across": "moved to the side",
	"moved-up": "moved up or down",
	"x-y-exchanged": "x and y exchanged",
	"corner-for-middle": "`corner` in place of `centre`",
	"middle-for-corner": "`centre` in place of `corner`",
	"y-wrong-way": "y counted from the other side",
	"everything-upside-down": "everything turned upside down",
	"sign-lost": "a minus sign lost",
	"other-origin": "placed as if zero were elsewhere",
	"brackets-left-out": "brackets left out",
	larger: "made larger",
	smaller: "made smaller",
	"radius-for-diameter": "`radius` in place of `diameter`",
	"diameter-for-radius": "`diameter` in place of `radius`",
	"width-height-exchanged": "width and height exchanged",
	"place-size-exchanged": "place and size exchanged",
	"far-corner-as-size": "the far corner given as the size",
	"other-kind": "another kind of shape, as a square for a disc",
	"corner-more": "a corner more",
	"corner-less": "a corner less",
	"point-more": "a point more",
	"words-misspelt": "the words misspelt",
	"fill-other-colour": "another fill",
	"pen-other-colour": "another colour of the pen",
	"fill-lost": "the fill not set",
	"pen-colour-lost": "the pen's colour not set",
	"width-lost": "the pen's width not set",
	"line-wider": "a wider line",
	"fill-for-pen": "`fill` in place of the pen's colour",
	"outline-for-filled": "outlined in place of filled",
	"filled-for-outline": "filled in place of outlined",
	"colour-after": "the colour set after the shape",
	"colours-exchanged": "two colours exchanged",
	"paper-lost": "the paper not set",
	"paper-other-colour": "white paper",
	"too-faint": "a colour that can hardly be seen",
	"hair-line": "a hairline",
	"turn-more": "turned by more",
	"turned-other-way": "turned the other way",
	"inside-angle": "turned by the inside angle",
	"walk-longer": "walked further",
	"side-too-few": "a round of the loop less",
	"side-too-many": "a round of the loop more",
	"round-more-than-once": "gone round twice",
	"left-down": "the pen left down",
	"never-down": "the pen never put down",
	"lifted-early": "the pen lifted early",
	"side-left-out": "a side left out",
	"go-to-left-out": "a `go to` left out",
	"curve-wider": "a wider curve",
	"curve-shorter": "a shorter curve",
	"facing-left-over": "begun with another facing",
	"error-adds-up": "a step that is too large each time",
	"did-not-move-on": "drawn again and again in one place",
	"counted-from-one-more": "counted from one more",
	"variable-other": "another value in a variable",
	"call-other-value": "another value given to a routine",
	"never-called": "a call left out",
	"left-out": "left out",
	"drawn-twice": "drawn twice",
	"one-more-beside": "one more drawn beside it",
	"drawn-in-other-order": "drawn in another order",
	"last-drawn-first": "the last drawn first",
	"a-line-more": "a stray line",
	trail: "the sheet not covered anew",
	"other-pace": "another pace",
	"stuck-same-sum": "nothing changed from frame to frame",
	"stuck-new-each-frame": "a variable declared anew in each frame",
	"never-turns": "never turning round",
	"turns-too-early": "turning too early",
	"turns-too-late": "turning too late",
	"starts-elsewhere": "started elsewhere",
};

/** Another way of drawing the same, in words. */
const REWRITINGS: Readonly<Record<string, string>> = {
	"line-ends-exchanged": "ends of lines exchanged",
	"corner-and-middle-exchanged": "placed by the middle for the corner, or the other way round",
	"radius-and-diameter-exchanged": "diameter for radius, or the other way round",
	"loops-written-out": "loops written out",
	"sums-for-numbers": "sums in place of numbers",
	"numbers-in-variables": "numbers kept in variables",
	"names-changed": "other names",
	"a-comment-more": "comments",
	"colours-as-codes": "colours as codes",
	"colours-as-numbers": "colours as numbers",
	"other-first-corner": "begun at another corner",
	"other-way-round": "drawn the other way round",
	"rounded-to-whole-numbers": "numbers rounded",
	"turned-right-by-less-than-nothing": "right turns in place of left ones",
	"sides-in-two-steps": "sides walked in two steps",
	"loops-backwards": "loops counted backwards",
	"placed-for-walked": "each shape placed",
	"walked-for-placed": "each shape walked",
	"an-area-closes-it": "three sides, and an area that closes them",
	"circle-of-360-steps": "circles of 360 steps",
	"sides-as-lines": "each side a line",
	"fill-and-outline-apart": "fill and outline drawn apart",
	"in-another-order": "what doesn't touch in another order",
};

export const ALTERATION_WORDS = Object.keys(ALTERATIONS);
export const REWRITING_WORDS = Object.keys(REWRITINGS);

export function alterationWords(id: string): string {
	return ALTERATIONS[id] ?? id;
}

export function rewritingWords(id: string): string {
	return REWRITINGS[id] ?? id;
}

/** Sentences that are listed of one sort at the most. */
const SHOWN = 4;

/** "“A is red”, “B is green” and 3 more". */
function quoted(sentences: readonly string[]): string {
	const shown = sentences.slice(0, SHOWN).map((text) => `“${text}”`);
	const more = sentences.length - shown.length;
	return listed(more > 0 ? [...shown, `${more} more`] : shown);
}

/** What is wrong with an exercise, and what to do. */
export function trialProblem({ code, of, criteria = [] }: TrialProblem): string {
	const [first] = of;
	switch (code) {
		case "model-unreadable":
			return `The model can't be read: see its line ${first}. Nothing else was tested.`;
		case "model-stops":
			return `The model stops at an error in its line ${first}. Nothing else was tested.`;
		case "model-misses": {
			const shown = criteria
				.slice(0, SHOWN)
				.map(({ asks, found }) => `“${asks}”: ${found.charAt(0).toLowerCase()}${found.slice(1)}`);
			const more = criteria.length - shown.length;
			const others = more > 0 ? ` And ${more} more.` : "";
			return `The model misses ${shown.join(" ")}${others} Change the model or the criterion; nothing else was tested.`;
		}
		case "nothing-earns": {
			const who = first === "one dot" ? "One dot" : first === "painted sheet" ? "A painted sheet" : "An empty program";
			return `${who} earns points for ${quoted(criteria.map(({ asks }) => asks))}.`;
		}
		case "starter-full":
			return "The starter earns every point already.";
	}
}

/** What looks as if brief and criteria disagree. */
export function trialDoubt({ code, of }: TrialDoubt): string {
	switch (code) {
		case "brief-alone":
			return `The brief says ${listed(of)}, and no criterion asks for ${of.length === 1 ? "it" : "them"}.`;
		case "criteria-alone":
			return `The brief doesn't give the numbers or colours of ${quoted(of)}.`;
		case "name-unused":
			return `No criterion uses the ${plural("figure", of.length)} ${listed(of)}.`;
		case "names-alike":
			return `${listed(of)} are found by the same description: add to one of them what only it has.`;
		case "no-points":
			return `${quoted(of)} ${of.length === 1 ? "pays" : "pay"} no points.`;
		case "asked-twice":
			return `${quoted(of)} ${of.length === 1 ? "is" : "are"} asked twice.`;
	}
}
