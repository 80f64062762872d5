// What docs/checks.md says beside its tables, by hand: what the options of checks mean where it could be doubted.

/** How figures are taken for wanted ones. */
export const MATCHING = [
	"A named figure is a wanted one, found by best match: kind weighs 3, place 2, size 2, each other stated property 1. One slip costs one criterion, not all that are about the figure.",
	"Nothing is taken for a wanted figure rather than cost more than half of the weights that apply to it, and an empty place costs that half: an unlike shape pushes no other out of its place.",
	"Of matches that cost the same or nearly (half of what a colour weighs), the one that earns most is taken, then the figure that was drawn first; where things move, the one of the newest frame. So it is for `pick` too: of two that are equally large either may be the largest.",
	"`for: any` asks that one figure meets everything. Where none does, the report is about the nearest.",
	"A list of names in `of` is looked at together: `same`, `different`, a list of places or zones and `each pair` compare across the names.",
	"`when: { after: NAME }` is the moment when that figure is complete; an area is complete when it ends.",
];

/** By the name of a check. */
export const NOTES = {
	measure: [
		"`same` compares all values of all figures, every side of each: of one figure, its own sides.",
		"`in any order` is for a list of values: the sides of a figure from any corner, or several measures at once, so that width and height may be exchanged.",
		"`more than` and `less than` can look at an earlier drawing: `less than: { of: buoy, what: diameter, in: own last }` is smaller than in the student's last try, or in the hand-in that the exercise continues from; `in: starter` than in the given program.",
	],
	position: [
		"A list of places is shared out, each place once, so that as many as possible are met.",
		"`either end` and `corners` of several figures: each place of a list is taken by an end or corner of one of them; a single place by one of every figure.",
		"`far end` is the one away from where most ends of the named figures lie. A figure without the place that is asked for (the baseline of a square) is missed with that reason.",
	],
	colour: ["`not` fails for a colour that may as well be called so: magenta is pink and purple."],
	arrangement: [
		"`step`, `growing` and `turning`: where all are in their places within the tolerance, they are. Otherwise each is compared with the one before it: a step may be off by 5 % of itself or 0.5 (or by `within`), a small error doesn't add up, and a figure that is out of place is missed once. The report says the step that was found.",
		"`alternating` follows the one before too: a sequence that begins with the second word is missed at its first figure alone.",
		"`by` takes a place that is one point.",
	],
	sheet: [
		"Where the exercise sets the sheet, `size` alone pays nothing: an empty program has it.",
		"`everything on it` takes `within`: how far a figure may stick out.",
	],
	path: [
		"`facing: same` is counted from before the first turn: of the whole run, or of the turns that lead up to a figure.",
		"A walked figure ends with the pen up if the pen is lifted before anything else happens.",
		"An area closes its fill and not the line: a line that is left open is open.",
	],
	"nothing else": ["What another criterion asks for by a selector is spared too, up to the number that it asks for."],
	distinct: ["Colours are different where people tell them apart: a CIEDE2000 difference over 10, or over `apart`."],
	code: [
		"`colour written as` with `of` looks at the colours of those figures alone.",
		"`first: true` asks that a part of the program begins with the statement: `uses: wipe, in: each frame, first: true`.",
		"`calculation: { in: conditions }` looks at what the condition itself works out; comparing isn't working out.",
		"`no stretch repeated` finds three statements or more, or as many as `at least` says, that are written twice, word for word. What only walks is left out: an outline repeats itself at each side.",
		"`pause` is of every wait of the run, in seconds.",
	],
	change: [
		"Figures are paired with the given ones by best match of related kinds: one that was moved, resized or recoloured is neither gone nor added.",
	],
	likeness: [
		"The smaller of two shares counts: of what is painted in either, and of the edges in either, the part that is the same in the other. So a square isn't like a disc. Papers that differ disagree wherever nothing is painted, unless `ignoring: [paper]`.",
	],
};

/** What each measure is. */
export const MEASURES_MEAN = {
	width: "along the figure's own sides for rectangles and ellipses, as seen where they aren't turned; else of its box",
	height: "the same, the other way",
	diameter: "across a circle or dot; of an ellipse the mean of both; of an arc that of its circle",
	radius: "half of that",
	"side lengths": "all sides, from the first corner on",
	"interior angles": "at all corners of a closed figure, in degrees",
	sweep: "how far an arc goes round, as walked: two rounds are 720",
	direction: "of a line, -90 to 90 degrees, whichever end it began at",
	"start angle": "where an arc begins on its circle, 0 to the right",
	turns: "what the pen turned by while it was walked, and right after",
	points: "of a star",
	length: "of an open line, along it",
	perimeter: "of the outline, or of the line",
	area: "inside a closed figure",
	rotation: "how far it is turned, modulo its own symmetry: 0 for an upright oblong or ellipse",
	rounding: "the radius of rounded corners",
	"outline width": "of the line",
	"closing gap": "from where the line ended to where it began",
	"text size": "of words",
};

/** What each place on a figure is. */
export const PLACES_MEAN = {
	centre: "the middle: of the area, or of the box for open figures and words",
	corner: "of its box, the one with the smallest x and y",
	corners: "all corners of an outline",
	"upper left corner": "of its box, as seen",
	"upper right corner": "of its box, as seen",
	"lower left corner": "of its box, as seen",
	"lower right corner": "of its box, as seen",
	"middle of top edge": "of its box, as seen",
	"middle of bottom edge": "of its box, as seen",
	"middle of left edge": "of its box",
	"middle of right edge": "of its box",
	start: "where its line began",
	end: "where its line ended",
	"either end": "both ends of an open line",
	"far end": "the end away from where the named figures' ends meet, or from the sheet's middle",
	baseline: "where words begin",
};
