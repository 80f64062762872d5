// Figures of a typical hand-in once warm, and of programs that never end. Prints a list of rows.
import { readFileSync } from "node:fs";
import { parse } from "yaml";
import { recognise } from "../dist/figures/recognise.js";
import { causesIn, draw, mark, readExercise, tracksOf } from "../dist/index.js";
import { read } from "../dist/languages/nib/read.js";
import { run } from "../dist/languages/nib/runner.js";
import { CLASS_LIMITS } from "../dist/limits/limits.js";

function median(times, work) {
	const found = [];
	for (let i = 0; i < times; i++) {
		const from = performance.now();
		work();
		found.push(performance.now() - from);
	}
	return found.sort((a, b) => a - b)[Math.floor(times / 2)];
}

const reading = readExercise(
	readFileSync(new URL("../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url), "utf8"),
);
const { exercise } = reading;
const report = mark(exercise.model, exercise);
for (let i = 0; i < 300; i++) mark(exercise.model, exercise);
const rows = [];
const row = (name, ours, baseline, what) => rows.push({ name, ours, baseline, what });
row(
	"mooring buoy, source to report",
	median(300, () => mark(exercise.model, exercise)),
	median(300, () => JSON.parse(JSON.stringify(report))),
	"its report through JSON and back",
);
row(
	"mooring buoy, source to figures",
	median(300, () => draw(exercise.model)),
	median(300, () => JSON.parse(JSON.stringify(report))),
	"its report through JSON and back",
);
/** Every program handed in in the demo, by its exercise. */
const handedIn = new Map();
for (const { exercise: id, source } of parse(
	readFileSync(new URL("../../demo/programs.yaml", import.meta.url), "utf8"),
))
	handedIn.set(id, [...(handedIn.get(id) ?? []), source]);
const middles = [];
for (const [id, sources] of handedIn) {
	const asked = readExercise(
		readFileSync(new URL(`../../demo/exercises/${id}.exercise.yaml`, import.meta.url), "utf8"),
	).exercise;
	for (let i = 0; i < 6; i++) for (const source of sources) mark(source, asked);
	for (const source of sources) {
		const marked = mark(source, asked);
		middles.push({
			id,
			ours: median(9, () => mark(source, asked)),
			baseline: median(9, () => JSON.parse(JSON.stringify(marked))),
		});
	}
}
const middle = (values) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)];
row(
	`the middle one of ${middles.length} hand-ins, to its report`,
	middle(middles.map((m) => m.ours)),
	middle(middles.map((m) => m.baseline)),
	"such a report through JSON and back",
);
for (const id of handedIn.keys()) {
	const those = middles.filter((m) => m.id === id);
	row(
		`  of ${those.length} for ${id}`,
		middle(those.map((m) => m.ours)),
		middle(those.map((m) => m.baseline)),
		"such a report through JSON and back",
	);
}
/** The search for causes, of every hand-in of the demo that misses something: once warm, each alone. */
const searches = [];
for (const [id, sources] of handedIn) {
	const asked = readExercise(
		readFileSync(new URL(`../../demo/exercises/${id}.exercise.yaml`, import.meta.url), "utf8"),
	).exercise;
	for (const source of sources.filter((one) => mark(one, asked).causes === null)) {
		causesIn(source, asked);
		searches.push({ ours: median(3, () => causesIn(source, asked)), baseline: median(9, () => mark(source, asked)) });
	}
}
const at = (values, share) => values.sort((a, b) => a - b)[Math.floor(values.length * share)];
for (const [name, share] of [
	["the middle one", 0.5],
	["19 of 20", 0.95],
])
	row(
		`causes of ${searches.length} hand-ins with something missed, ${name}`,
		at(
			searches.map((s) => s.ours),
			share,
		),
		at(
			searches.map((s) => s.baseline),
			share,
		),
		"such a hand-in marked once",
	);
const harbour = readFileSync(new URL("../examples/harbour.nib.txt", import.meta.url), "utf8");
let turn = 0;
/** Another program each time, as each student's is: engines keep the code of a text that they have seen. */
const another = () => harbour.replace("gap = 50", `gap = ${50 + turn++ / 1_000}`);
for (let i = 0; i < 500; i++) run(read(another()).checked);
const split = () => harbour.split("\n").map((line) => line.trim().split(" "));
row(
	"40-line program, source to tape",
	median(1_000, () => run(read(another()).checked)),
	median(1_000, split),
	"its lines split into words",
);
const long = Array.from(
	{ length: 5_000 },
	(_, i) => [`walk 10 + ${i}`, "turn left 90", "circle centre 10, 20 radius 5", "fill red"][i % 4],
).join("\n");
for (let i = 0; i < 5; i++) read(long);
row(
	"5,000-line program, read",
	median(9, () => read(long)),
	median(9, () => long.split("\n").map((line) => line.split(" "))),
	"its lines split into words",
);
const loop = median(5, () => {
	let x = 1;
	for (let i = 0; i < 5_000_000; i++) x = (x * 7 + 1) % 1001;
	return x;
});
const limits = { ...CLASS_LIMITS, steps: 1e9, entries: 1e7 };
/** A random tape with this number of walked segments and turns. */
const wandering = (segments) =>
	run(read(`repeat ${segments}\n  walk random(1, 9)\n  turn left random(0, 360)\nend`).checked, { limits }).tape;
const scanned = (tape) => {
	let sum = 0;
	for (const value of tape.coords) sum += value;
	return sum;
};
const [million, two] = [wandering(500_000), wandering(1_000_000)];
const once = median(3, () => recognise(million));
row(
	"figures of 1,000,000 entries",
	once,
	median(5, () => scanned(million)),
	"a sum over its coordinates",
);
row(
	"program of 1,000,000 entries, to its report",
	median(3, () => mark("repeat 500000\n  walk random(1, 9)\n  turn left random(0, 360)\nend", exercise, { limits })),
	median(5, () => scanned(million)),
	"a sum over its coordinates",
);
row(
	"figures of 2,000,000 entries",
	median(3, () => recognise(two)),
	once,
	"those of half as many",
);
const moving = draw(
	"each frame\n  wipe\n  for i from 0 to 9\n    fill hsl(i * 36, 80, 50)\n    circle centre (20 + i * 30 + frame.number * (i + 1)) mod 400, 20 + i * 25 radius 8\n  end\nend",
	{ frames: 1_000 },
).tape;
row(
	"tracks of ten figures through 1,000 frames",
	median(9, () => tracksOf(moving)),
	median(9, () => scanned(moving)),
	"a sum over its coordinates",
);
row(
	"endless loop, to its report",
	median(3, () => mark("walk 9\nwhile true\nend", exercise)),
	loop,
	"a plain loop of 5,000,000 passes",
);
row(
	"text that doubles, to its report",
	median(3, () => mark('walk 9\nlet t = "ab"\nwhile true\n  t = t + t\nend', exercise)),
	loop,
	"a plain loop of 5,000,000 passes",
);
row(
	"endless walk to the entry limit, to its report",
	median(3, () => mark("while true\n  walk 3\n  turn left 7\nend", exercise)),
	loop,
	"a plain loop of 5,000,000 passes",
);
row(
	"endless discs to the entry limit, to their report",
	median(3, () => mark("fill red\nwhile true\n  circle centre 200, 150 radius 100\nend", exercise)),
	loop,
	"a plain loop of 5,000,000 passes",
);
process.stdout.write(JSON.stringify(rows));
