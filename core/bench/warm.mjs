// Figures of a typical hand-in once warm, and of programs that never end. Prints a list of rows.
import { readFileSync } from "node:fs";
import { draw, mark, readExercise } from "../dist/index.js";

function median(times, work) {
	const found = [];
	for (let i = 0; i < times; i++) {
		const from = performance.now();
		work();
		found.push(performance.now() - from);
	}
	return found.sort((a, b) => a - b)[Math.floor(times / 2)];
}

const reading = readExercise(readFileSync(new URL("../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url), "utf8"));
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
const loop = median(5, () => {
	let x = 1;
	for (let i = 0; i < 5_000_000; i++) x = (x * 7 + 1) % 1001;
	return x;
});
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
