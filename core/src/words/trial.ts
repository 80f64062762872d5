import type { TrialDoubt, TrialProblem } from "../trial-report.ts";
import { listed } from "./lists.ts";
import { plural } from "./names.ts";

/** Another way of drawing the same, in words. */
const REWRITINGS: Readonly<Record<string, string>> = {
	"line-ends-exchanged": "start and end of lines swapped",
	"corner-and-middle-exchanged": "placed by the centre instead of the corner, or the reverse",
	"radius-and-diameter-exchanged": "diameter instead of radius, or the reverse",
	"loops-written-out": "loops written out",
	"sums-for-numbers": "sums instead of numbers",
	"numbers-in-variables": "numbers kept in variables",
	"names-changed": "other names",
	"a-comment-more": "comments",
	"colours-as-codes": "colours as codes",
	"colours-as-numbers": "colours as numbers",
	"other-first-corner": "started at another corner",
	"other-way-round": "drawn in the opposite direction",
	"rounded-to-whole-numbers": "numbers rounded",
	"turned-right-by-less-than-nothing": "right turns instead of left turns",
	"sides-in-two-steps": "sides walked in two steps",
	"loops-backwards": "loops counted backwards",
	"placed-for-walked": "each shape placed",
	"walked-for-placed": "each shape walked",
	"an-area-closes-it": "three sides, and an area that closes them",
	"circle-of-360-steps": "circles of 360 steps",
	"sides-as-lines": "each side a line",
	"fill-and-outline-apart": "fill and outline drawn separately",
	"in-another-order": "separate figures in another order",
	"attributes-in-style": "colours and lines in style",
	"attributes-in-another-order": "attributes in another order",
	"all-in-a-group": "everything in a group",
	"all-in-a-function": "everything in a function",
	"each-shape-placed": "each shape on its own",
	"each-shape-a-path": "each shape a path",
};

export const REWRITING_WORDS = Object.keys(REWRITINGS);

export function rewritingWords(id: string): string {
	return REWRITINGS[id] ?? id;
}

/** Sentences that are listed of one sort at most. */
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
			return `The model can't be read: see line ${first}. Nothing else was tested.`;
		case "model-stops":
			return `The model stops at an error in line ${first}. Nothing else was tested.`;
		case "model-misses": {
			const shown = criteria
				.slice(0, SHOWN)
				.map(({ asks, found }) => `“${asks}”: ${found.charAt(0).toLowerCase()}${found.slice(1)}`);
			const more = criteria.length - shown.length;
			const others = more > 0 ? ` And ${more} more.` : "";
			return `The model misses ${shown.join(" ")}${others} Change the model or the criterion. Nothing else was tested.`;
		}
		case "nothing-earns": {
			const who = first === "one dot" ? "One dot" : first === "painted sheet" ? "A painted sheet" : "An empty program";
			return `${who} earns points for ${quoted(criteria.map(({ asks }) => asks))}.`;
		}
		case "starter-full":
			return "The starter program already earns every point.";
	}
}

/** What looks as if brief and criteria disagree. */
export function trialDoubt({ code, of }: TrialDoubt): string {
	switch (code) {
		case "brief-alone":
			return `The brief says ${listed(of)}, but no criterion checks ${of.length === 1 ? "it" : "them"}.`;
		case "criteria-alone":
			return `The brief doesn't give the numbers or colours of ${quoted(of)}.`;
		case "name-unused":
			return `No criterion uses the ${plural("figure", of.length)} ${listed(of)}.`;
		case "names-alike":
			return `${listed(of)} have the same description. Add a property that tells them apart.`;
		case "no-points":
			return `${quoted(of)} ${of.length === 1 ? "gives" : "give"} no points.`;
		case "asked-twice":
			return `${quoted(of)} ${of.length === 1 ? "is" : "are"} checked twice.`;
	}
}
