import type { Help } from "../help.ts";
import { METHODS, SETTINGS } from "./canvas-methods.ts";

const HEAD = 'const canvas = document.querySelector("canvas");\nconst ctx = canvas.getContext("2d");\n';

/** Methods and settings beyond the tables, and the words of the language that beginners need. */
const MORE: readonly Help[] = [
	{
		word: "fill",
		forms: ["ctx.fill()", 'ctx.fill("evenodd")', "ctx.fill(path)"],
		help: "Fills the path with fillStyle.",
		example: 'ctx.beginPath();\nctx.arc(100, 80, 40, 0, 2 * Math.PI);\nctx.fillStyle = "gold";\nctx.fill();',
	},
	{
		word: "stroke",
		forms: ["ctx.stroke()", "ctx.stroke(path)"],
		help: "Draws the path as a line with strokeStyle and lineWidth.",
		example: "ctx.beginPath();\nctx.moveTo(40, 40);\nctx.lineTo(160, 100);\nctx.stroke();",
	},
	{
		word: "clip",
		forms: ["ctx.clip()"],
		help: "From now on only what lies inside the path is drawn.",
		example: "ctx.beginPath();\nctx.arc(100, 80, 50, 0, 2 * Math.PI);\nctx.clip();\nctx.fillRect(0, 80, 400, 100);",
	},
	{
		word: "fillText",
		forms: ["ctx.fillText(text, x, y)"],
		help: "Writes a text; x and y are the left end of its baseline.",
		example: 'ctx.font = "24px sans-serif";\nctx.fillText("Harbour", 40, 60);',
	},
	{
		word: "strokeText",
		forms: ["ctx.strokeText(text, x, y)"],
		help: "Writes the outlines of a text.",
		example: 'ctx.font = "40px sans-serif";\nctx.strokeText("Harbour", 40, 80);',
	},
	{
		word: "roundRect",
		forms: ["ctx.roundRect(x, y, width, height, radius)"],
		help: "Adds a rectangle with round corners to the path.",
		example: "ctx.beginPath();\nctx.roundRect(40, 30, 120, 70, 15);\nctx.fill();",
	},
	{
		word: "setTransform",
		forms: ["ctx.setTransform(a, b, c, d, e, f)"],
		help: "Replaces the current transform with a matrix of six numbers.",
		example: "ctx.setTransform(1, 0, 0, 1, 100, 50);\nctx.fillRect(0, 0, 60, 40);",
	},
	{
		word: "setLineDash",
		forms: ["ctx.setLineDash([drawn, leftOut])"],
		help: "Makes lines dashed: lengths of dashes and gaps in turn. An empty list makes them solid.",
		example: "ctx.setLineDash([12, 6]);\nctx.strokeRect(40, 30, 120, 60);",
	},
	{
		word: "createLinearGradient",
		forms: ["ctx.createLinearGradient(x0, y0, x1, y1)"],
		help: "Makes a gradient along a line; addColorStop sets its colours.",
		example:
			'const sky = ctx.createLinearGradient(0, 0, 0, 200);\nsky.addColorStop(0, "skyblue");\nsky.addColorStop(1, "white");\nctx.fillStyle = sky;\nctx.fillRect(0, 0, 200, 200);',
	},
	{
		word: "createRadialGradient",
		forms: ["ctx.createRadialGradient(x0, y0, r0, x1, y1, r1)"],
		help: "Makes a gradient from one circle out to another.",
		example:
			'const sun = ctx.createRadialGradient(100, 80, 5, 100, 80, 60);\nsun.addColorStop(0, "white");\nsun.addColorStop(1, "orange");\nctx.fillStyle = sun;\nctx.fillRect(20, 0, 160, 160);',
	},
	{
		word: "addColorStop",
		forms: ["gradient.addColorStop(place, colour)"],
		help: "Gives a gradient a colour at a place from 0 to 1.",
		example:
			'const sky = ctx.createLinearGradient(0, 0, 200, 0);\nsky.addColorStop(0, "navy");\nsky.addColorStop(1, "gold");\nctx.fillStyle = sky;\nctx.fillRect(0, 0, 200, 100);',
	},
	{
		word: "for",
		forms: ["for (let i = 0; i < N; i++) { … }"],
		help: "Repeats the lines in curly brackets N times; i counts from 0 to N - 1.",
		example: "for (let i = 0; i < 5; i++) {\n  ctx.fillRect(20 + i * 60, 40, 40, 60);\n}",
	},
	{
		word: "while",
		forms: ["while (CONDITION) { … }"],
		help: "Repeats as long as the condition is true.",
		example: "let x = 20;\nwhile (x < 300) {\n  ctx.fillRect(x, 40, 20, 60);\n  x = x + 40;\n}",
	},
	{
		word: "if",
		forms: ["if (CONDITION) { … } else { … }"],
		help: "Does one thing or the other. Compare two values with ===.",
		example:
			'for (let i = 0; i < 6; i++) {\n  if (i % 2 === 0) ctx.fillStyle = "red";\n  else ctx.fillStyle = "white";\n  ctx.fillRect(i * 40, 40, 40, 60);\n}',
	},
	{
		word: "function",
		forms: ["function NAME(a, b) { … }"],
		help: "Makes a function: each call by its name runs the lines in curly brackets.",
		example: "function box(x, y) {\n  ctx.fillRect(x, y, 40, 30);\n}\nbox(20, 20);\nbox(90, 60);",
	},
	{
		word: "let",
		forms: ["let NAME = VALUE;", "NAME = VALUE;"],
		help: "Gives a value a name. Without let it changes the value.",
		example: "let size = 30;\nctx.fillRect(20, 20, size, size);\nsize = size * 2;\nctx.fillRect(80, 20, size, size);",
	},
	{
		word: "const",
		forms: ["const NAME = VALUE;"],
		help: "Gives a value a name for good: it can't be changed afterwards.",
		example: "const size = 40;\nctx.fillRect(20, 20, size, size);",
	},
	{
		word: "requestAnimationFrame",
		forms: ["requestAnimationFrame(draw)"],
		help: "Calls a function before the next frame. To animate, let the function request itself again.",
		example:
			"let x = 0;\nfunction draw() {\n  ctx.clearRect(0, 0, canvas.width, canvas.height);\n  ctx.fillRect(x, 60, 40, 40);\n  x = x + 3;\n  requestAnimationFrame(draw);\n}\ndraw();",
	},
	{
		word: "random",
		forms: ["Math.random()"],
		help: "A random number from 0 up to 1, a new one each time.",
		example: "for (let i = 0; i < 10; i++) {\n  ctx.fillRect(Math.random() * 300, Math.random() * 200, 20, 20);\n}",
	},
];

/** Every word of programs on a canvas that has help, with a whole program as its example. */
export const CANVAS_HELP: ReadonlyMap<string, Help> = new Map(
	[
		...METHODS.map(({ name, values, help, example }) => ({
			word: name,
			forms: [`ctx.${name}(${values.map((v) => v.name).join(", ")})`],
			help,
			example,
		})),
		...Object.entries(SETTINGS).map(([word, { help, example }]) => ({
			word,
			forms: [`ctx.${word} = VALUE`],
			help,
			example,
		})),
		...MORE,
	].map((help) => [help.word, { ...help, example: `${HEAD}${help.example}\n` }]),
);
