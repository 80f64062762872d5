import { formatColour, NO_COLOUR, nameOfColour } from "../../colour/colour.ts";
import { OTHER_LOGIC, OTHER_SIGNS } from "../other-signs.ts";
import type { Meaning, Phrasebook } from "../sites.ts";

/** For each sign its sort and the signs that may have been meant instead. */
export const OTHERS: typeof OTHER_SIGNS = { ...OTHER_SIGNS, ...OTHER_LOGIC, "//": ["arithmetic", "/"] };

/** Keywords of which one may have been meant instead of another. */
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
