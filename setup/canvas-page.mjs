// The page of JavaScript on the canvas: its words and the commonest mistakes, from the tables and the tests' examples.
import { CANVAS_HELP } from "../core/dist/languages/javascript/canvas-help.js";
import { CONTEXT_NAMES, UNRECORDED } from "../core/dist/languages/javascript/canvas-methods.js";
import { compared, mistakes, words } from "./language-page.mjs";

const fence = "```";

const INTRODUCTION = `# JavaScript on the canvas

An exercise may be done in JavaScript, as on a page with one canvas. The program is marked by what it draws: figures, checks,
causes, replay and pictures are the same as for [Nib](language.md). Made by \`npm run docs\` from the language's own tables.

${fence}js
const canvas = document.querySelector("canvas");
const ctx = canvas.getContext("2d");
ctx.fillStyle = "gold";
ctx.beginPath();
ctx.arc(200, 120, 40, 0, 2 * Math.PI);
ctx.fill();
${fence}

An exercise says \`language: javascript\`, or \`languages: [javascript, nib]\` where students may choose; see
[exercises](exercises.md). On the command line the file's ending decides (\`.js\`), or \`--language javascript\`.

## What is there

- \`document.querySelector\` and \`getElementById\` give the canvas, \`getContext("2d")\` its context. \`canvas\` is there by that
  name too. The sheet's size is the canvas's; \`y\` counts downwards.
- Everything of the context that leaves a mark: paths and \`Path2D\` (SVG path texts too), \`fill\` with its rules, \`stroke\`, \`clip\`,
  rectangles, arcs, curves, styles, caps, joins, dashes, transparency, transforms, \`save\` and \`restore\`, texts, gradients.
- \`requestAnimationFrame\`, \`setTimeout\` and \`setInterval\` run on simulated time, a frame each 1/30 s.
- \`console.log\` is shown below the drawing. \`prompt\` takes the exercise's answers in their order. \`Math.random\` is seeded, the
  clock and the time zone are fixed: a program draws the same every time.
- Not recorded, with a remark at the line: ${UNRECORDED.filter((n) => n !== "event")
	.map((n) => `\`${n}\``)
	.join(", ")}, and waiting for a mouse or a key.

## How it runs

Each program has an interpreter to itself (QuickJS, compiled to WebAssembly) with a memory of at most 64 MiB, which is put back
byte for byte before the next one. It has no files, no network, no other pages and no way out of its sandbox. A step is a pass of a
loop or a call; the limits of steps, entries and time are those of the exercise, and what was drawn before a limit is kept. A single
call of the language that no limit can stop, like a search in a text of millions of letters, is ended with its thread; the program
then runs again up to its last call to the canvas, so that its drawing is kept.
The same program, seed and version give the same drawing in Node and in the browser.
`;

/** Texts are drawn in a font of our own, and what asks or answers leaves no mark: neither is compared. */
const APART = new Set([
	"font",
	"textAlign",
	"textBaseline",
	"fillText",
	"strokeText",
	"measureText",
	"getLineDash",
	"getTransform",
	"isPointInPath",
	"isPointInStroke",
]);

const uses = (source, name) => new RegExp(`\\b${name}\\b`).test(source);

export const canvasPage = () =>
	[
		INTRODUCTION,
		"## What is recorded\n",
		compared(
			"canvas-programs.yaml",
			CONTEXT_NAMES.filter((name) => !APART.has(name)),
			uses,
		),
		"## Words\n",
		words(CANVAS_HELP, "js").join("\n"),
		"## What is said of mistakes\n",
		mistakes("canvas-problems.yaml").join("\n"),
	].join("\n");
