/** A new exercise file with a comment on every part. */
export function newExercise(id: string): string {
	const title = id.replaceAll("-", " ").replace(/^./, (c) => c.toUpperCase());
	return `# yaml-language-server: $schema=exercise.schema.json
# (markpen exercise schema --out exercise.schema.json writes the schema, by which editors complete this file)
format: markpen/exercise@1
id: ${id}
title: ${title}
# What students read (Markdown). Everything that is asked below should be in it.
brief: |
  A **yellow lamp, 36 across**, hangs at **140, 90**, with a black outline 3 wide.
language: nib
# The sheet; origin is top left (y grows downwards), centre or bottom left (y grows upwards).
sheet: { width: 400, height: 300, origin: top left }
# How far off is still right: places and sizes in sheet units, angles in degrees.
tolerance: { position: 4, size: 4, angle: 2, colour: family }
# A program that meets everything. It must earn every point.
model: |
  pen colour black width 3
  fill gold
  circle centre 140, 90 diameter 36
# What the brief leaves to the student: place, colour, size, order, number, kind.
# free: [colour]
# A program to begin with, and one to look at:
# starter: |
#   fill gold
# example: { show: picture, program: "circle centre 50, 50 radius 20" }
# The figures that are wanted. Each is found by best match: a green lamp in the right place is still the lamp.
figures:
  lamp: { kind: circle, fill: yellow }
# What is asked. Each criterion names a check; docs/exercises.md shows them all.
criteria:
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }
  - { id: across, check: measure, of: lamp, what: diameter, is: 36, points: 2, credit: by distance, hint: You can give a circle by its radius or by its diameter. }
  - { id: place, check: position, of: lamp, at: [140, 90], points: 2 }
  - { id: yellow, check: colour, of: lamp, what: fill, is: yellow, points: 1 }
  - { id: rim, check: measure, of: lamp, what: outline width, is: 3, points: 1 }
  - { id: rim-black, check: colour, of: lamp, what: outline, is: black, points: 1 }
  # What only forbids counts once half of the rest is earned.
  - { id: neat, check: nothing else, points: 1 }
`;
}
