// The page of JavaScript on the canvas: its words and the commonest mistakes, from the tables and the tests' examples.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "yaml";
import { CANVAS_HELP } from "../core/dist/languages/javascript/canvas-help.js";
import { UNRECORDED } from "../core/dist/languages/javascript/canvas-methods.js";
import { ROOT } from "./run.mjs";

const fence = "```";
const WHEN = { reading: "On reading", running: "While running", remark: "Remarks, which stop nothing" };
const cell = (text) => text.replaceAll("|", "\\|").replaceAll("\n", "<br>").replaceAll("  ", "&nbsp;&nbsp;");

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
loop or a call; the limits of steps, entries and time are those of the exercise, and what was drawn before a limit is kept.
The same program, seed and version give the same drawing in Node and in the browser. 82 programs are drawn by a test in
Chromium's own canvas too, and compared with ours: at most 0.5 % of the pixels may differ.
`;

/** Words of the language, each with its forms and a program that shows it. */
function words() {
	return [...CANVAS_HELP.values()].map(({ word, forms, help, example }) =>
		[`### ${word}`, "", help, "", ...forms.map((f) => `    ${f}`), "", `${fence}js`, example, fence, ""].join("\n"),
	);
}

/** The commonest mistakes, with what is said of them: a test runs every one. */
function mistakes() {
	const cases = parse(readFileSync(join(ROOT, "core/examples/canvas-problems.yaml"), "utf8"));
	return Object.entries(WHEN).map(([when, title]) => {
		const rows = cases
			.filter((c) => c.when === when)
			.map(
				(c) =>
					`| \`${c.code}\` | <pre>${cell(c.source)}</pre> | ${cell(c.says)} | ${c.fixed === undefined ? "" : "yes"} |`,
			);
		return `### ${title}\n\n| code | a program | what is said of it | fix |\n|---|---|---|---|\n${rows.join("\n")}\n`;
	});
}

export const canvasPage = () =>
	`${INTRODUCTION}\n## Words\n\n${words().join("\n")}\n## What is said of mistakes\n\n${mistakes().join("\n")}`;
