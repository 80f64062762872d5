import { beforeAll, describe, expect, test } from "vitest";
import { canvasLanguage } from "../../../examples/canvas-language.mjs";
import { type Drawn, draw } from "../../draw.ts";
import { readExercise } from "../../exercise/read.ts";
import { mark } from "../../mark.ts";
import { loopsIn } from "../../marking/source/asked.ts";
import { linesUsing } from "../../marking/source/constructs.ts";
import { Program } from "../../marking/source/program.ts";
import { tapeChecksum } from "../../tape/binary.ts";
import { messagesOf } from "../../tape/tape.ts";
import { NIB_ALONE } from "../nib/nib.ts";
import type { RunOptions } from "../run.ts";
import type { JavaScript } from "./javascript.ts";

const HEAD = 'const canvas = document.querySelector("canvas");\nconst ctx = canvas.getContext("2d");\n';
const SHEET = { width: 400, height: 300, origin: "top left" } as const;

let language: JavaScript;
beforeAll(async () => {
	language = await canvasLanguage();
});

async function drawn(source: string, options: RunOptions = {}): Promise<Drawn> {
	await language.ready();
	return draw(HEAD + source, { language, sheet: SHEET, ...options });
}
const kinds = (d: Drawn) => d.drawing.figures.map((f) => f.kinds[0]);
const said = (d: Drawn) => messagesOf(d.tape).map((m) => m.text);

describe("what is drawn is recorded as what it is", () => {
	test.each([
		[
			"a filled circle with an outline is one figure",
			"ctx.beginPath(); ctx.arc(100, 100, 40, 0, 2 * Math.PI); ctx.fill(); ctx.lineWidth = 4; ctx.stroke();",
			["circle"],
		],
		[
			"the outline may come first",
			"ctx.beginPath(); ctx.arc(100, 100, 40, 0, 7); ctx.stroke(); ctx.fill();",
			["circle"],
		],
		[
			"a rect filled and outlined by two calls",
			"ctx.fillRect(20, 20, 80, 50); ctx.strokeRect(20, 20, 80, 50);",
			["rect"],
		],
		["a square turned", "ctx.translate(100, 100); ctx.rotate(0.5); ctx.fillRect(-30, -30, 60, 60);", ["square"]],
		[
			"a triangle whose last side only the fill draws",
			"ctx.beginPath(); ctx.moveTo(20, 20); ctx.lineTo(140, 20); ctx.lineTo(50, 120); ctx.fill();",
			["scalene-triangle"],
		],
		[
			"two shapes of one path are two figures",
			"ctx.beginPath(); ctx.rect(10, 10, 40, 20); ctx.rect(100, 100, 40, 20); ctx.fill();",
			["rect", "rect"],
		],
		["part of a circle", "ctx.beginPath(); ctx.arc(100, 100, 40, 0, Math.PI / 2); ctx.stroke();", ["arc"]],
		["a stretched circle", "ctx.scale(2, 1); ctx.beginPath(); ctx.arc(80, 100, 40, 0, 7); ctx.fill();", ["ellipse"]],
		["a rounded rect", "ctx.beginPath(); ctx.roundRect(20, 20, 100, 60, 10); ctx.fill();", ["rounded-rect"]],
		["words", 'ctx.font = "20px serif"; ctx.fillText("Buoy", 40, 60);', ["text"]],
		[
			"a dashed circle",
			"ctx.setLineDash([8, 4]); ctx.beginPath(); ctx.arc(100, 100, 40, 0, 7); ctx.closePath(); ctx.stroke();",
			["circle"],
		],
	])("%s", async (_, source, wanted) => {
		expect(kinds(await drawn(source))).toEqual(wanted);
	});

	test("with exact measures, colours and the lines that drew it", async () => {
		const { drawing } = await drawn(
			'ctx.fillStyle = "tomato";\nctx.lineWidth = 6;\nctx.beginPath();\nctx.arc(120, 90, 40, 0, 2 * Math.PI);\nctx.fill();\nctx.stroke();',
		);
		expect(drawing.figures[0]).toMatchObject({
			centre: [120, 90],
			width: 80,
			height: 80,
			fill: 0xff6347ff,
			outline: 0x000000ff,
			outlineWidth: 6,
			lines: [7],
		});
	});

	test("a rect over the whole canvas is its paper, and clearing it brings the old one back", async () => {
		const blue = 'ctx.fillStyle = "lightblue"; ctx.fillRect(0, 0, canvas.width, canvas.height);';
		expect((await drawn(blue)).drawing).toMatchObject({ paper: 0xadd8e6ff, figures: [] });
		expect((await drawn(`${blue} ctx.clearRect(0, 0, 400, 300);`)).drawing.paper).toBe(0xffffffff);
	});

	test.each([
		["centre", [-100, 60]],
		["bottom left", [100, 210]],
		["top left", [100, 90]],
	] as const)("places are the sheet's own: %s", async (origin, centre) => {
		const { drawing } = await drawn("ctx.beginPath(); ctx.arc(100, 90, 20, 0, 7); ctx.fill();", {
			sheet: { ...SHEET, origin },
		});
		expect(drawing.figures[0]?.centre.map((v) => Math.round(v))).toEqual(centre);
	});

	test("routines that draw are on the tape, those that don't aren't", async () => {
		const { drawing } = await drawn(
			"function twice(n) { return 2 * n; }\nconst boat = (x) => { ctx.fillRect(x, 10, twice(5), 20); };\nboat(10);\nboat(60);",
		);
		expect(drawing.figures.map((f) => f.routine)).toEqual(["boat", "boat"]);
	});
});

describe("a run is the same every time", () => {
	test("chance comes from the seed, the time is fixed", async () => {
		const source = "console.log(Math.random(), Math.random(), Date.now(), new Date().getHours(), performance.now());";
		const one = said(await drawn(source, { seed: 7 }));
		expect(said(await drawn(source, { seed: 7 }))).toEqual(one);
		expect(said(await drawn(source, { seed: 8 }))).not.toEqual(one);
		expect(one[0]).toContain("1893499200000");
	});

	test("two runs give the same tape, with another program between them", async () => {
		const source = "for (let i = 0; i < 40; i++) { ctx.rotate(Math.random()); ctx.strokeRect(i, i, 30, 20); }";
		const first = tapeChecksum((await drawn(source)).tape);
		await drawn("globalThis.left = 5; Math.random = () => 4; Array.prototype.map = null; delete globalThis.console;");
		expect(tapeChecksum((await drawn(source)).tape)).toBe(first);
	});

	test("nothing of one program is there for the next", async () => {
		await drawn(
			"globalThis.secret = 'x'.repeat(1000); Object.prototype.leak = 1; CanvasRenderingContext2D.prototype.fill = null; ctx.own = 3; setInterval(() => {}, 10);",
		);
		const after = await drawn("console.log(typeof secret, {}.leak, typeof ctx.fill, ctx.own);");
		expect(said(after)).toEqual(["undefined undefined function undefined"]);
		expect(after.tape.frame.at(-1)).toBe(0);
	});
});

describe("time goes on from frame to frame", () => {
	test("what asks for a frame again is drawn in as many as are wanted", async () => {
		const source =
			"let x = 0; function step() { ctx.clearRect(0, 0, 400, 300); ctx.fillRect(x += 10, 20, 30, 30); requestAnimationFrame(step); } step();";
		const d = await drawn(source, { frames: 6 });
		expect([d.tape.frame.at(-1), d.drawing.figures[0]?.centre]).toEqual([6, [85, 35]]);
	});

	test("timers come when they are due, and what waits for nothing ends", async () => {
		const d = await drawn("setTimeout(() => console.log('late'), 100); setTimeout((a) => console.log(a), 40, 'soon');");
		expect([said(d), d.tape.frame.at(-1)]).toEqual([["soon", "late"], 3]);
	});

	test("a page's own events come once it is there", async () => {
		const d = await drawn(
			"window.onload = () => console.log('load'); document.addEventListener('DOMContentLoaded', () => console.log('ready'));",
		);
		expect(said(d).sort()).toEqual(["load", "ready"]);
	});
});

describe("what a caller brings", () => {
	test("answers to questions, in order", async () => {
		const d = await drawn("console.log(prompt('Name?'), prompt('Age?'), prompt('More?'), prompt('And?', 'usual'));", {
			answers: ["Ada", "9"],
		});
		expect(said(d).at(-1)).toBe("Ada 9 null usual");
	});

	test("values instead of the program's own", async () => {
		const source = 'const size = 20;\nlet colour = "red";\nctx.fillRect(10, 10, size, size);';
		expect((await drawn(source, { given: { size: 60 } })).drawing.figures[0]?.width).toBe(60);
		expect(language.read(HEAD + source).givenProblem({ other: 3 })?.wanted).toBeUndefined();
		expect(language.read(HEAD + source).givenProblem({ colour: 3 })?.wanted).toBe("text");
		expect(language.read(HEAD + source).givenProblem({ size: 3, colour: "blue" })).toBeUndefined();
	});

	test("names to watch: every change, with its line", async () => {
		const { watched } = await drawn("let n = 1;\nfor (let i = 0; i < 3; i++) n *= 2;\nn = n + 1;", {
			watch: ["n", "i"],
		});
		expect(watched?.changes.map(({ name, line, value }) => `${name} ${line} ${value}`)).toEqual([
			"n 3 1",
			"i 4 0",
			"n 4 2",
			"i 4 1",
			"n 4 4",
			"i 4 2",
			"n 4 8",
			"i 4 3",
			"n 5 9",
		]);
	});
});

describe("limits", () => {
	test.each([
		["a loop without end", "ctx.fillRect(0, 0, 9, 9); while (true) {}", "limit-steps"],
		[
			"a loop that catches everything",
			"ctx.fillRect(0, 0, 9, 9); while (true) { try { while (true) {} } catch {} finally { continue; } }",
			"limit-steps",
		],
		["routines without end", "ctx.fillRect(0, 0, 9, 9); function f() { f(); } f();", "js-too-deep"],
		[
			"memory",
			"ctx.fillRect(0, 0, 9, 9); const all = []; while (true) all.push(new Array(10000).fill(1));",
			"limit-memory",
		],
		["messages", "ctx.fillRect(0, 0, 9, 9); while (true) console.log('x'.repeat(1000));", "limit-messages"],
		[
			"frames that never rest",
			"ctx.fillRect(0, 0, 9, 9); function f() { while (true) {} } requestAnimationFrame(f);",
			"limit-steps",
		],
	])("%s: the drawing so far is kept", async (_, source, code) => {
		const d = await drawn(source);
		expect([d.errors[0]?.code, d.ended, d.drawing.figures.length]).toEqual([code, "stopped", 1]);
	});

	test("the tape's, with its line", async () => {
		const d = await drawn("while (true)\n  ctx.fillRect(0, 0, 9, 9);");
		expect([d.errors[0]?.code, d.errors[0]?.place.line, d.tape.length]).toEqual(["limit-entries", 4, 200_000]);
	});

	test("the clock, asked again and again", async () => {
		let asked = 0;
		const d = await drawn("ctx.fillRect(0, 0, 9, 9);\nwhile (true) {}", { stop: () => ++asked > 20 });
		expect([d.ended, d.errors[0]?.code, d.errors[0]?.place.line, d.drawing.figures.length]).toEqual([
			"clock",
			"limit-time",
			4,
			1,
		]);
	});
});

describe("the source in the words of all languages", () => {
	const outlined = (source: string) => new Program(language.read(HEAD + source));
	const counts = (source: string, word: string) => linesUsing(outlined(source), word, "anywhere").length;

	test.each([
		["for", "for (let i = 0; i < 4; i++) ctx.fillRect(i, 0, 1, 1);", 1],
		["loop", "for (const c of [1, 2]) { while (c > 5) { } } [1].forEach((x) => { ctx.fillRect(x, 0, 1, 1); });", 3],
		["while", "let n = 3; do { n--; } while (n > 0);", 1],
		["if", "if (canvas) { ctx.fill(); } else if (ctx) { ctx.stroke(); } else { ctx.clip(); }", 1],
		["else", "if (canvas) { ctx.fill(); } else if (ctx) { ctx.stroke(); } else { ctx.clip(); }", 2],
		["routine", "function a() {} const b = () => { ctx.fill(); }; class C { draw() { ctx.fill(); } }", 3],
		["call", "function boat(x) { ctx.fillRect(x, 0, 9, 9); } boat(3); boat(5);", 2],
		["return", "const f = (x) => { return x + 1; };", 1],
		["list", "const all = [1, 2, 3]; all.push(4); console.log(all[0]);", 3],
		["comment", "// a word\n/* two\nlines */ ctx.fill(); //", 3],
		["let", "let a = 1; const b = 2; var c = 3;", 5],
		["calculation", "let a = 2 * 3 + 1;", 2],
		["each frame", "function draw() { ctx.fill(); requestAnimationFrame(draw); } draw();", 1],
		["fillRect", "ctx.fillRect(1, 2, 3, 4); ctx.fillRect(5, 6, 7, 8);", 2],
		["fillStyle", 'ctx.fillStyle = "red";', 1],
	])("%s", (word, source, wanted) => {
		expect(counts(source, word)).toBe(wanted);
	});

	test.each([
		["for (let i = 0; i < 5; i++) { ctx.fillRect(i, 0, 1, 1); }", 5, true],
		["for (let i = 1; i <= 5; i++) { ctx.fillRect(9, 0, 1, 1); }", 5, false],
		["for (let i = 10; i > 0; i -= 2) { ctx.fillRect(i, 0, 1, 1); }", 5, true],
		["const n = 4; for (let i = 0; i < n; i++) { ctx.fillRect(i, 0, 1, 1); }", 4, true],
		["for (const x of [1, 2, 3]) { ctx.fillRect(x, 0, 1, 1); }", 3, true],
		["let x = 0; while (x < 9) { x += 3; ctx.fillRect(x, 0, 1, 1); }", undefined, true],
	])("%s: its rounds, and whether what changes is used", (source, rounds, usesVariable) => {
		expect(loopsIn(outlined(source), "anywhere", [])[0]).toMatchObject({ rounds, usesVariable });
	});

	test("what is left out is an error at its place", () => {
		const { problems } = language.read(`${HEAD}for (let i = 0; i < 2; i++)\n  ctx.fillRect(i, 0, 1, 1);`, undefined, [
			"for",
			"fillRect",
		]);
		expect(problems.map((p) => [p.code, p.place.line, p.data.word])).toEqual([
			["statement-left-out", 3, "for"],
			["statement-left-out", 4, "fillRect"],
		]);
	});
});

describe("marking", () => {
	const file = () => {
		const model = `${HEAD}ctx.fillStyle = "red";\nctx.lineWidth = 4;\nctx.beginPath();\nctx.arc(200, 150, 40, 0, 2 * Math.PI);\nctx.fill();\nctx.stroke();\nfor (let i = 0; i < 3; i++) {\n  ctx.fillRect(40 + i * 110, 240, 60, 30);\n}\n`;
		const reading = readExercise(`format: markpen/exercise@1
id: canvas-buoy
title: Buoy
brief: Draw a red buoy and three boxes.
language: javascript
sheet: { width: 400, height: 300, origin: top left }
model: |
${model.replace(/^/gm, "  ")}
figures:
  buoy: { kind: circle }
  boxes: { kind: rect, number: 3 }
criteria:
  - { id: size, check: measure, of: buoy, what: diameter, is: 80, points: 2 }
  - { id: place, check: position, of: buoy, at: [200, 150], points: 2 }
  - { id: red, check: colour, of: buoy, what: fill, is: red, points: 1 }
  - { id: boxes, check: count, of: boxes, exactly: 3, points: 1 }
  - { id: loop, check: code, loop: { rounds: 3, variable: used }, points: 1 }
`);
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		return { model, exercise: reading.exercise };
	};
	const languages = () => new Map([...NIB_ALONE, ["javascript", language] as const]);

	test("the model earns everything", async () => {
		await language.ready();
		const { model, exercise } = file();
		expect(mark(model, exercise, { languages: languages() }).points).toEqual({ earned: 7, possible: 7, open: 0 });
	});

	test.each([
		["40, 0, 2", "30, 0, 2", 6, ["larger", "smaller", "diameter-for-radius"]],
		['"red"', '"green"', 3, ["fill-other-colour"]],
		["i < 3", "i <= 3", 9, ["other-comparison"]],
		["200, 150, 40", "150, 200, 40", 6, ["x-y-exchanged"]],
		["i * 110", "110", 10, undefined],
	])("%s written as %s: the cause is proved at its line", async (right, wrong, line, ids) => {
		await language.ready();
		const { model, exercise } = file();
		const report = mark(model.replace(right, wrong), exercise, { languages: languages(), causes: true });
		const [cause] = report.causes ?? [];
		expect(cause?.line).toBe(line);
		if (ids) expect(ids).toContain(cause?.id);
		expect(report.points.earned).toBeLessThan(7);
	});
});
