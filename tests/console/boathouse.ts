/** An exercise of the tests' own: two lamps, one yellow and one red. */
export const lamps = (id: string, more = "", criteria = "") => `format: markpen/exercise@1
id: ${id}
title: Boathouse lamps
brief: |
  Two lamps hang at the boathouse: a **yellow** one, **36 across**, at **140, 90**, and a **red** one beside it, with its
  centre at **240, 90**. Mind the **radius**.
language: nib
sheet: { width: 400, height: 300, origin: top left }
tolerance: { position: 4, size: 4, angle: 2, colour: family }
model: |
  fill gold
  circle centre 140, 90 diameter 36
  fill red
  circle centre 240, 90 diameter 36
${more}figures:
  yellow: { kind: circle, fill: yellow }
  red: { kind: circle, fill: red }
criteria:
  - { id: place, check: position, of: yellow, at: [140, 90], points: 2 }
  - { id: across, check: measure, of: yellow, what: diameter, is: 36, points: 1 }
  - { id: red, check: position, of: red, at: [240, 90], points: 1 }
${criteria}`;
/** A program that meets all but the yellow lamp's place and the red one's size. */
export const BOTH = "fill gold\ncircle centre 100, 90 diameter 36\nfill red\ncircle centre 240, 90 diameter 30\n";

/** The exercise, and others like it with something added. */
export const BOATHOUSE = [
	lamps("lamps"),
	lamps("lamps-picture", 'example: { show: picture, program: "fill blue\\ncircle centre 60, 60 diameter 50\\n" }\n'),
	lamps("lamps-source", 'example: { show: source, program: "fill blue\\ncircle centre 60, 60 diameter 50\\n" }\n'),
	lamps("lamps-parts")
		.replace("points: 2 }", "points: 2, part: The yellow lamp }")
		.replace("points: 1 }", "points: 1, part: The yellow lamp }")
		.replace("at: [240, 90], points: 1 }", "at: [240, 90], points: 1, part: The red lamp }"),
	lamps("lamps-on", "continues: lamps\nstarter: |\n  -- nothing handed in yet\n"),
	lamps("lamps-under", "run: { seeds: [7], frames: 9, steps: 4000 }\nstatements: { without: [ellipse] }\n").replace(
		"origin: top left }",
		"origin: top left, paper: lightsteelblue }",
	),
	lamps("lamps-without", "statements: { without: [polygon] }\n"),
	lamps(
		"lamps-judged",
		"",
		"  - { id: own, check: by teacher, says: It is your own, scale: { 0: no, 1: partly so, 2: all through }, points: 2 }\n",
	),
];
