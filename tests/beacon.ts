/** An exercise that is done in JavaScript, in Nib or as SVG, for tests; `starters` has a line for each. */
export const BEACON = `format: markpen/exercise@1
id: beacon
title: Beacon
brief: |
  Draw the harbour's beacon: a **gold circle 80 across**, its middle at 200, 120, and a **navy rect** below it.
languages: [javascript, nib, svg]
sheet: { width: 400, height: 300 }
starters: { javascript: 'const c = document.querySelector("canvas").getContext("2d");', nib: 'pen none', svg: '<svg xmlns="http://www.w3.org/2000/svg"></svg>' }
model: |
  const c = document.querySelector("canvas").getContext("2d");
  c.fillStyle = "gold";
  c.beginPath();
  c.arc(200, 120, 40, 0, 2 * Math.PI);
  c.fill();
  c.fillStyle = "navy";
  c.fillRect(140, 180, 120, 30);
criteria:
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }
  - { id: gold, check: colour, of: { kind: circle }, what: fill, is: gold, points: 1 }
  - { id: across, check: measure, of: { kind: circle }, what: diameter, is: 80, points: 2 }
  - { id: band, check: colour, of: { kind: rect }, what: fill, is: navy, points: 1 }
`;

/** A program in JavaScript that meets all of it. */
export const BEACON_CANVAS = `const canvas = document.querySelector("canvas");
const c = canvas.getContext("2d");
c.fillStyle = "gold";
c.beginPath();
c.arc(200, 120, 40, 0, Math.PI * 2);
c.fill();
c.fillStyle = "navy";
c.fillRect(140, 180, 120, 30);
`;

/** The same in Nib. */
export const BEACON_NIB = `pen none
fill gold
circle centre 200, 120 diameter 80
fill navy
rect centre 200, 195 size 120, 30
`;

/** The same as an SVG document. */
export const BEACON_SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">
  <circle cx="200" cy="120" r="40" fill="gold"/>
  <rect x="140" y="180" width="120" height="30" fill="navy"/>
</svg>
`;

/** The same exercise done in Python, or in Nib. */
export const BEACON_IN_PYTHON = BEACON.replace("[javascript, nib, svg]", "[python, nib]")
	.replace("id: beacon", "id: python-beacon")
	.replace(/^starters: .*$/m, "starters: { python: 'from markpen import *', nib: 'pen none' }")
	.replace(
		/model: \|[\s\S]*?criteria:/,
		`model: |
  from markpen import *
  pen_none()
  fill("gold")
  circle(centre=(200, 120), diameter=80)
  fill("navy")
  rect(corner=(140, 180), size=(120, 30))
criteria:`,
	);

/** A program in Python that meets all of it. */
export const BEACON_PYTHON = `from markpen import *

def light(across):
    fill("gold")
    circle(centre=(200, 120), diameter=across)

pen_none()
light(80)
fill("navy")
rect(centre=(200, 195), size=(120, 30))
`;
