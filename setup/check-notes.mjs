// What docs/checks.md says beside its tables, by hand: what the options of checks mean where it could be doubted.

/** How figures are taken for wanted ones. */
export const MATCHING = [
	"A named figure is a wanted one, found by best match: kind weighs 3, place 2, size 2, each other stated property 1. One mistake costs one criterion, not all that are about the figure.",
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

export const MISTAKES_MEAN = `# Mistakes: which word of the program it was

A criterion says *that* something is off. A cause says *which word* of the program to look at, and it is proved: the program was run again with this one thing mended, what was missed is met, and nothing that was met is lost.

Each mistake is one file in core/src/mistakes. It holds how the mistake gets into a right program (\`make\`, used when an exercise is tested), how it is mended (\`mend\`, used when a hand-in is marked), its sentences and an example. Made by \`npm run docs\`.

## How a cause is found

1. The search begins at the statements on which the missed criteria depend: those that drew the figures, the moves before them, the settings in force there, the blocks and calls around them, and what gives their names their values. Other statements come after these.
2. Each mistake proposes mends: one word, number, sign, colour, name or statement, or the same change everywhere. For a number the program is run with the number changed a little; from what that changes in the drawing the needed value is worked out.
3. Mends are tried in the order of how likely they are, measured on half of the programs below. Each is run and judged. One that draws what was seen before, or can't be better than the best so far, is dropped early.
4. Of those that regain something and lose nothing, the one that regains most points counts; then the more particular change, fewer sites, and the drawing that is nearer to the model's. Where nothing decides between two lines, both are named; between more, none.
5. With the best one applied the rest is searched again, up to three causes.

The search counts runs, steps and entries, never time: the same hand-in has the same causes on every machine. Points never wait for it.

Where nothing is proved, a few plain rules may say what it could be. They are marked as not proved, and only speak of criteria that no cause covers.

Not searched: criteria that the model misses, that a person judges, or that ask for something different (any change would meet them). A criterion that only forbids is not mended by a number changed a little.

With \`consequences: forgiven\` in the exercise, of the criteria that one cause takes along only the most valuable one is deducted. The others are paid and say from which line they follow.

## How well

Measured by \`node setup/mistake-table.mjs\`: each mistake is made at random in the models and right programs of the demo's exercises, two forms of each program, where it costs points that a mend can prove something about. The order of mends is fitted on one half and measured on the other.`;
