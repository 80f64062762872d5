// Hand-written notes of docs/checks.md on options whose meaning isn't obvious.

/** How figures are taken for wanted ones. */
export const MATCHING = [
	"A named figure is found by best match: kind weighs 3, place 2, size 2, every other property 1. So one mistake costs one criterion, not all criteria of the figure.",
	"A wanted figure gets no match if the best one costs more than half of its weights. A missing match costs that half, so an unlike shape can't take another figure's place.",
	"Of matches with nearly equal cost (within half the weight of a colour), the one that earns most counts, then the figure drawn first; in animations, the figure of the newest frame. The same holds for `pick`: of two equally large figures either can be the largest.",
	"`for: any` needs one figure that meets everything. If none does, the report is about the closest one.",
	"A list of names in `of` is checked together: `same`, `different`, lists of places or zones and `each pair` compare across the names.",
	"`when: { after: NAME }` is the moment when that figure is complete; an area is complete when it ends.",
];

/** By the name of a check. */
export const NOTES = {
	measure: [
		"`same` compares all values of all figures, including every side of each; for one figure, its own sides.",
		"`in any order` is for lists of values: the sides of a figure from any corner, or several measures, so that width and height can be swapped.",
		"`more than` and `less than` can look at an earlier drawing: `less than: { of: buoy, what: diameter, in: own last }` means smaller than in the student's last try, or in the hand-in that the exercise continues from; `in: starter` means smaller than in the starter program.",
	],
	position: [
		"Each place of a list is assigned to one figure, so that as many as possible are met.",
		"With `either end` or `corners` of several figures, each place of a list needs an end or corner of one figure; a single place needs one of every figure.",
		"`far end` is the end away from the point where most ends of the named figures are. A figure without the wanted place (the baseline of a square) misses the criterion.",
	],
	colour: ["`not` also excludes colours with several names: magenta is pink and purple."],
	arrangement: [
		"`step`, `growing` and `turning` are met if all figures are in their places within the tolerance. Otherwise each is compared with the one before it: a step can deviate by 5 % or 0.5 (or by `within`). So small errors don't add up, and a misplaced figure is missed once. The report names the step found.",
		"`alternating` compares with the one before too: a sequence that begins with the second word misses only at its first figure.",
		"`by` takes a place that is a single point.",
	],
	sheet: [
		"If the exercise sets the sheet, `size` alone gives no points: an empty program would meet it.",
		"`everything on it` takes `within`: the distance by which a figure can extend over the edge.",
	],
	path: [
		"`facing: same` compares with the facing before the first turn of the run, or before the turns that lead to a figure.",
		"A walked figure ends with the pen up if the pen is lifted before anything else happens.",
		"An area closes its fill, but not its line: an open line stays open.",
	],
	"nothing else": ["Figures that another criterion requires by a selector are allowed too, up to the required number."],
	distinct: ["Colours are different if people can distinguish them: a CIEDE2000 difference over 10, or over `apart`."],
	code: [
		"`colour written as` with `of` checks only the colours of those figures.",
		"`first: true` means that a part of the program begins with the statement: `uses: wipe, in: each frame, first: true`.",
		"`calculation: { in: conditions }` looks for calculations inside the condition; a comparison isn't a calculation.",
		"`no stretch repeated` finds three or more statements (or `at least`) that are written twice, word for word. Parts that only walk are ignored: an outline repeats at each side.",
		"`pause` checks every wait of the run, in seconds.",
	],
	change: [
		"Figures are matched to the given ones by best match of related kinds: a moved, resized or recoloured figure is neither removed nor added.",
	],
	likeness: [
		"Two shares are computed: of the painted area, and of the edges, the part that is equal in both drawings. The smaller one counts, so a square isn't like a disc. Different papers count as different wherever nothing is painted, unless `ignoring: [paper]`.",
	],
};

/** What each measure is. */
export const MEASURES_MEAN = {
	width: "along the figure's own sides for rectangles and ellipses; otherwise of its bounding box",
	height: "the same, in the other direction",
	diameter: "of a circle or dot; for an ellipse the mean of both diameters; for an arc that of its circle",
	radius: "half the diameter",
	"side lengths": "all sides, from the first corner on",
	"interior angles": "at all corners of a closed figure, in degrees",
	sweep: "the angle of an arc, as walked: two full turns are 720",
	direction: "of a line, -90 to 90 degrees, independent of its start",
	"start angle": "where an arc starts on its circle; 0 is right",
	turns: "the pen's turns while walking the figure, and right after",
	points: "of a star",
	length: "of an open line, along it",
	perimeter: "of the outline, or of the line",
	area: "inside a closed figure",
	rotation: "its rotation, modulo its symmetry: 0 for an upright rect or ellipse",
	rounding: "the radius of rounded corners",
	"outline width": "of the line",
	"closing gap": "the distance from the line's end to its start",
	"text size": "of text",
};

/** What each place on a figure is. */
export const PLACES_MEAN = {
	centre: "the centre of the area, or of the bounding box for open figures and text",
	corner: "of its bounding box, the one with the smallest x and y",
	corners: "all corners of an outline",
	"upper left corner": "of its box, as seen",
	"upper right corner": "of its box, as seen",
	"lower left corner": "of its box, as seen",
	"lower right corner": "of its box, as seen",
	"middle of top edge": "of its box, as seen",
	"middle of bottom edge": "of its box, as seen",
	"middle of left edge": "of its box",
	"middle of right edge": "of its box",
	start: "the start of its line",
	end: "the end of its line",
	"either end": "both ends of an open line",
	"far end": "the end away from where the named figures' ends meet, or from the sheet's middle",
	baseline: "where text begins",
};

export const MISTAKES_MEAN = `# Mistakes: the causes of missed criteria

A criterion says *that* something is wrong. A cause says *which word* of the program is wrong, and it is proved: with this one thing corrected, the program meets missed criteria and loses none.

Each mistake is one file in core/src/mistakes. It defines how to make the mistake in a right program (\`make\`, for testing exercises), how to correct it (\`mend\`, for marking hand-ins), its sentences and an example. This page is made by \`npm run docs\`.

## How a cause is found

1. The search starts with the statements on which the missed criteria depend: those that drew the figures, the moves before them, their settings, the blocks and calls around them, and the values of their names. Other statements follow.
2. Each mistake proposes corrections, called mends: one word, number, sign, colour, name or statement, or the same change everywhere. To find a number, the program runs with a slightly changed number, and the needed value is computed from the effect.
3. Mends are tried in order of likelihood, measured on half of the programs below. Each is run and marked. A mend whose drawing was already seen, or that can't beat the best so far, is dropped early.
4. Of the mends that gain something and lose nothing, the one with the most points counts; then the more specific change, fewer sites, and the drawing closer to the model's. If two lines are equally good, both are named; if there are more, none.
5. The best mend is applied, and the search continues for the rest, up to three causes.

The search is limited by runs, steps and entries, not by time: the same hand-in has the same causes on every machine. Points never wait for it.

If nothing is proved, a few simple rules can suggest possible causes. They are marked as possible, and only for criteria without a proved cause.

Criteria are not searched if the model misses them, if a person judges them, or if any change would meet them. A slightly changed number can't be the cause for a criterion that only forbids something.

With \`consequences: forgiven\`, if one cause affects several criteria, only the most valuable one is deducted. The others earn their points and name the line of the cause.

## Reliability

Measured by \`node setup/mistake-table.mjs\`: each mistake is made at random in the models and right programs of the demo's exercises, in two forms of each program, where it costs points that a mend can regain. The order of mends is fitted on one half of the programs and measured on the other.`;
