// Programs on a canvas and SVG documents once warm, each program in a sandbox as new. Prints a list of rows.
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { SaxesParser } from "saxes";
import { draw, mark, readExercise } from "../dist/index.js";
import { loadJavaScript } from "../dist/languages/javascript/javascript.js";
import { NIB } from "../dist/languages/nib/nib.js";
import { loadPython } from "../dist/languages/python/python.js";
import { SVG } from "../dist/languages/svg/svg.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";

const javaScript = await loadJavaScript(
	readFileSync(createRequire(import.meta.url).resolve("@jitl/quickjs-wasmfile-release-sync/wasm")),
);
const languages = new Map([
	["javascript", javaScript],
	["svg", SVG],
]);

/** Milliseconds in the middle, with a sandbox as new for each round. */
async function median(times, work) {
	const found = [];
	for (let i = 0; i < times; i++) {
		const from = performance.now();
		await javaScript.ready();
		work();
		found.push(performance.now() - from);
	}
	return found.sort((a, b) => a - b)[Math.floor(times / 2)];
}

/** A context that only counts what is called: what the same program costs the engine without any sandbox. */
function bare(source) {
	const calls = [];
	const ctx = new Proxy(
		{},
		{
			get: (_, name) => (name === "canvas" ? { width: 400, height: 300 } : (...values) => calls.push([name, values])),
			set: (_, name, value) => calls.push([name, value]) > 0,
		},
	);
	const canvas = { getContext: () => ctx, width: 400, height: 300 };
	new Function("document", "canvas", source)({ querySelector: () => canvas }, canvas);
	return calls.length;
}

const rows = [];
const row = (name, ours, baseline, what) => rows.push({ name, ours, baseline, what });
const { exercise } = readExercise(
	readFileSync(new URL("../../demo/curlew/pennant-line.exercise.yaml", import.meta.url), "utf8"),
);

// Forty lines that make about two hundred calls.
const FORTY = `${exercise.model}${Array.from(
	{ length: 8 },
	(_, i) =>
		`for (let k = 0; k < 6; k++) {\n  ctx.beginPath();\n  ctx.rect(k * 40, ${180 + i * 12}, 20, 8);\n  ctx.fill();\n}\n`,
).join("")}`;
const options = { languages, language: "javascript" };
for (let i = 0; i < 60; i++) {
	await javaScript.ready();
	mark(FORTY, exercise, options);
}
row(
	`a canvas program of ${FORTY.split("\n").length} lines and ${bare(FORTY)} calls, source to report`,
	await median(100, () => mark(FORTY, exercise, options)),
	await median(100, () => bare(FORTY)),
	"the same program in Node, its calls counted",
);

const MILLION = `const ctx = canvas.getContext("2d");
for (let i = 0; i < 250000; i++) {
  ctx.beginPath();
  ctx.moveTo(i % 400, i % 300);
  ctx.lineTo((i * 7) % 400, (i * 3) % 300);
  ctx.stroke();
}
`;
const room = { ...CLASS_LIMITS, entries: 400_000, steps: 50_000_000, cells: 50_000_000 };
const sheet = { width: 400, height: 300, origin: "top left" };
const million = () => javaScript.read(MILLION, room).run({ limits: room, sheet });
await javaScript.ready();
if (million().tape.length !== 250_000) throw new Error("a million calls are not on the tape");
row(
	"1,000,000 calls of a canvas to the tape",
	await median(5, million),
	await median(5, () => bare(MILLION)),
	"the same program in Node, its calls counted",
);

const THOUSAND = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">\n${Array.from(
	{ length: 1_000 },
	(_, i) =>
		i % 2 === 0
			? `<rect x="${(i * 7) % 380}" y="${(i * 3) % 280}" width="12" height="9" fill="teal"/>`
			: `<circle cx="${(i * 11) % 390}" cy="${(i * 5) % 290}" r="5" fill="gold" stroke="black"/>`,
).join("\n")}\n</svg>\n`;
const parsed = () => new SaxesParser({ xmlns: false }).write(THOUSAND).close();
const drawn = () => SVG.read(THOUSAND).run({ sheet });
for (let i = 0; i < 20; i++) drawn();
row("an SVG of 1,000 elements to the tape", await median(40, drawn), await median(40, parsed), "the XML parser alone");
row(
	"an SVG of 1,000 elements, with its figures found",
	await median(20, () => draw(THOUSAND, { language: SVG, sheet })),
	await median(20, parsed),
	"the XML parser alone",
);
// Python, each program in an interpreter that is put back as it was; beside it the same drawing in Nib.
const file = (name) => readFileSync(createRequire(import.meta.url).resolve(name));
const python = await loadPython({ code: file("pyodide/pyodide.asm.wasm"), library: file("pyodide/python_stdlib.zip") });
const known = new Map([...languages, ["python", python], ["nib", NIB]]);
const lamps = readExercise(
	readFileSync(new URL("../../demo/gannet/quay-lamps.exercise.yaml", import.meta.url), "utf8"),
).exercise;
const LAMPS_IN_NIB = `pen none
routine lamp(x)
  fill gray
  rect corner x - 4, 160 size 8, 80
  fill gold
  circle centre x, 160 diameter 30
end
for i from 0 to 4
  lamp(60 + i * 70)
end
`;
const marked = (source, language) => mark(source, lamps, { languages: known, language });
for (let i = 0; i < 20; i++) marked(lamps.model, "python");
row(
	"a hand-in in Python, source to report, with its interpreter ready",
	await median(60, () => marked(lamps.model, "python")),
	await median(60, () => marked(LAMPS_IN_NIB, "nib")),
	"the same drawing in Nib",
);
row(
	"a hand-in in Nib beside it, in the same thread",
	await median(60, () => marked(LAMPS_IN_NIB, "nib")),
	await median(60, () => mark(LAMPS_IN_NIB, lamps, { language: "nib" })),
	"without Python loaded for the task",
);
const WALKED = "from markpen import *\nfor i in range(50000):\n    walk(1)\n    turn_left(1)\n";
row(
	"100,000 calls of the module to the tape",
	await median(3, () => python.read(WALKED).run({ sheet })),
	await median(3, () => NIB.read("repeat 50000\n  walk 1\n  turn left 1\nend\n").run({ sheet })),
	"the same in Nib",
);
const begun = performance.now();
await (
	await loadPython({ code: file("pyodide/pyodide.asm.wasm"), library: file("pyodide/python_stdlib.zip") })
).ready();
const loading = performance.now() - begun;
row("an interpreter of Python made ready in a thread", loading, loading, "itself: nothing to set beside it");
process.stdout.write(JSON.stringify(rows), () => process.exit());
