import { formatColour, NO_COLOUR, nameOfColour } from "../../colour/colour.ts";
import type { Meaning, OperatorSite, Phrasebook } from "../sites.ts";

/** Signs that may stand in each other's place. */
export const OTHER_SIGNS: Readonly<Record<string, readonly [OperatorSite["sort"], ...string[]]>> = {
	"+": ["arithmetic", "-", "*"],
	"-": ["arithmetic", "+"],
	"*": ["arithmetic", "/", "+"],
	"/": ["arithmetic", "*"],
	"//": ["arithmetic", "/"],
	"<": ["comparison", ">", "<="],
	">": ["comparison", "<", ">="],
	"<=": ["comparison", "<", ">="],
	">=": ["comparison", ">", "<="],
	"==": ["comparison", "!="],
	"!=": ["comparison", "=="],
	and: ["logic", "or"],
	or: ["logic", "and"],
};

/** Keywords that others may stand for. */
export const OTHER_WORDS: readonly (readonly Meaning[])[] = [
	["corner", "centre"],
	["radius", "diameter"],
];

const colourText = (colour: number) =>
	colour === NO_COLOUR ? "None" : JSON.stringify(nameOfColour(colour) ?? formatColour(colour));

/** How Python writes the statements that a mistake may have left out. */
export const WRITE: Phrasebook = {
	lift: "pen_up()",
	lower: "pen_down()",
	wipe: "wipe()",
	noPen: "pen_none()",
	turn: (left, angle) => `turn_${left ? "left" : "right"}(${angle})`,
	fill: (colour) => `fill(${colour})`,
	penColour: (colour) => `pen(colour=${colour})`,
	penWidth: (width) => `pen(width=${width})`,
	paper: (colour) => `paper(${colour})`,
	assign: (name, value) => `${name} = ${value}`,
	declare: (name, value) => `${name} = ${value}`,
	colour: colourText,
};
