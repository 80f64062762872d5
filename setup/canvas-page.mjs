// The page of JavaScript on the canvas: its words and the commonest mistakes, from the tables and the tests' examples.
import { CANVAS_HELP } from "../core/dist/languages/javascript/canvas-help.js";
import { CONTEXT_NAMES, UNRECORDED } from "../core/dist/languages/javascript/canvas-methods.js";
import { compared, mistakes, words } from "./language-page.mjs";

const fence = "```";

const INTRODUCTION = `# JavaScript on the canvas

Students can work in JavaScript, as on a web page with one canvas. The program is marked by its drawing: figures, checks, causes, replay and pictures are the same as for [Nib](language.md). Made by \`npm run docs\` from the language's own tables.

${fence}js
const canvas = document.querySelector("canvas");
const ctx = canvas.getContext("2d");
ctx.fillStyle = "gold";
ctx.beginPath();
ctx.arc(200, 120, 40, 0, 2 * Math.PI);
ctx.fill();
${fence}

An exercise has \`language: javascript\`, or \`languages: [javascript, nib]\` if students can choose; see [exercises](exercises.md). On the command line the file's ending decides (\`.js\`), or \`--language javascript\`.

## What you can use

- \`document.querySelector\` and \`getElementById\` give the canvas, \`getContext("2d")\` its context. The name \`canvas\` works too. The canvas has the sheet's size; \`y\` grows downwards.
- All drawing parts of the context: paths and \`Path2D\` (SVG path texts too), \`fill\` with its rules, \`stroke\`, \`clip\`,
  rectangles, arcs, curves, styles, caps, joins, dashes, transparency, transforms, \`save\` and \`restore\`, texts, gradients.
- \`requestAnimationFrame\`, \`setTimeout\` and \`setInterval\` run on simulated time, a frame each 1/30 s.
- \`console.log\` output appears below the drawing. \`prompt\` returns the exercise's answers in order. \`Math.random\` is seeded, and the clock and time zone are fixed, so a program always draws the same.
- Not recorded, with a remark at the line: ${UNRECORDED.filter((n) => n !== "event")
	.map((n) => `\`${n}\``)
	.join(", ")}, and waiting for a mouse or a key.

## How it runs

Each program runs in its own interpreter (QuickJS, compiled to WebAssembly) with a memory of at most 64 MiB, which is restored byte for byte before the next program. It has no access to files, network or other pages. A step is a pass of a
loop or a call; the exercise's limits of steps, entries and time apply, and the drawing before a limit is kept. A single call that can't be interrupted, like a search in a text of millions of letters, is stopped together with its thread. The program then runs again up to its last call to the canvas, so that its drawing is kept.
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
		"## Messages\n",
		mistakes("canvas-problems.yaml").join("\n"),
	].join("\n");
