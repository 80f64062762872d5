import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { readExercise } from "./exercise/read.ts";
import type { ExerciseFile } from "./exercise/schema.ts";
import { lostRunReport } from "./lost-run-report.ts";
import { mark } from "./mark.ts";
import { inNib } from "./test-marking.ts";

const FOLDER = new URL("../../demo/exercises/", import.meta.url);

function exercise(name: string): ExerciseFile {
	const reading = readExercise(readFileSync(new URL(name, FOLDER), "utf8"));
	if (!reading.ok) throw new Error(`${name}: ${JSON.stringify(reading.problems)}`);
	return reading.exercise;
}

const FILES = readdirSync(FOLDER).filter((name) => name.endsWith(".yaml"));
const buoy = exercise("mooring-buoy.exercise.yaml");

describe.each(FILES)("%s", (name) => {
	const file = exercise(name);

	test("its model earns every point", () => {
		const report = mark(file.model, file);
		expect(report.criteria.filter((c) => c.verdict !== "met" && !c.waits).map((c) => `${c.id}: ${c.sentence}`)).toEqual(
			[],
		);
		expect(report.points.earned).toBe(report.points.possible);
	});

	test("an empty program, one dot and a painted sheet earn nothing", () => {
		for (const source of [
			"",
			"-- nothing\n",
			"dot at 90, 90",
			"paper lightblue",
			"pen none\nfill red\nrect corner -500, -500 size 2000, 2000",
		]) {
			expect([source, mark(source, file).points.earned]).toEqual([source, 0]);
		}
	});

	test("the same program gives the same report, byte for byte", () => {
		expect(JSON.stringify(mark(file.model, file))).toBe(JSON.stringify(mark(file.model, file)));
	});
});

describe("one slip costs one criterion", () => {
	const lost = (source: string) =>
		mark(source, buoy)
			.criteria.filter((c) => c.verdict !== "met")
			.map((c) => c.id);

	test("a buoy of the right size in the right place is the buoy, in the wrong colour", () => {
		const report = mark(buoy.model.replace("crimson", "seagreen"), buoy);
		expect(report.criteria.filter((c) => c.verdict !== "met").map((c) => c.id)).toEqual(["red"]);
		expect(report.taken).toContainEqual({ name: "buoy", figures: [0] });
	});

	test("twice the size, another place, a thinner line: each costs the criterion about it", () => {
		expect(lost(buoy.model.replace("diameter", "radius"))).toEqual(["across"]);
		expect(lost(buoy.model.replaceAll("200, 150", "210, 150"))).toEqual(["middle"]);
		expect(lost(buoy.model.replace("width 4", "width 1"))).toEqual(["rim"]);
	});

	test("a model written another way loses nothing", () => {
		const others = [
			buoy.model.replace("crimson", "rgb(220, 20, 60)").replace("diameter 80", "radius 100 / 2.5"),
			buoy.model.replace("centre 200, 150 size 60, 14", "corner 170, 143 size 60, 14"),
			buoy.model.replace("circle centre 200, 150 diameter 80", "polygon sides 72 centre 200, 150 radius 40"),
			`-- mine\n${buoy.model}\n-- end`,
		];
		for (const source of others) expect(lost(source)).toEqual([]);
	});
});

test("a program that stops half-way earns what its drawing earns, and says where it stopped", () => {
	const report = mark(`${buoy.model}\nwalk 1 / 0`, buoy);
	expect([report.state, report.ended, report.errors[0]?.line]).toEqual([
		"drew",
		"stopped",
		buoy.model.split("\n").length + 1,
	]);
	expect(report.points.earned).toBe(report.points.possible);
});

test("how far a program got has a state for each step", () => {
	const states = ["", "wlak 5", "let a = 1", "pen up\nwalk 5", "circle centre 900, 900 radius 5", "walk 5"].map(
		(source) => mark(source, buoy).state,
	);
	expect(states).toEqual([
		"nothing-handed-in",
		"unreadable",
		"drew-nothing",
		"moved-without-drawing",
		"off-the-sheet",
		"drew",
	]);
});

test("a program whose time was over is marked by what it drew", () => {
	const report = mark(`${buoy.model}\nlet x = 1\nwhile true\n  x = x + 1\nend`, buoy, { stop: () => true });
	expect([report.ended, report.points.earned]).toEqual(["clock", 16]);
});

test("a drawing that was lost with its thread is reported as such", () => {
	const report = lostRunReport(buoy, "thread-died");
	expect([report.points.earned, report.ended, report.errors[0]?.code]).toEqual([0, "clock", "thread-died"]);
});

test("a finding points at the figures and lines it rests on", () => {
	const report = mark(buoy.model.replace("diameter", "radius"), buoy);
	const across = report.criteria.find((c) => c.id === "across");
	expect([across?.figures, across?.lines, across?.wanted, across?.found]).toEqual([[0], [4], "80", "160"]);
	expect(report.figures[0]?.outline).toMatch(/^M[\d. LM]+Z$/);
});

test("without a sheet of the exercise's, places are judged on the program's own", () => {
	const reading = readExercise(`format: markpen/exercise@1
id: corner
title: Corner
brief: A circle in the upper left quarter of your own sheet.
model: circle centre 10, 10 radius 5
figures:
  buoy: { kind: circle }
criteria:
  - { id: there, check: position, of: buoy, in: upper left quarter, points: 1 }
`);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	const verdict = (source: string) => mark(source, reading.exercise).criteria[0]?.verdict;
	expect(verdict("circle centre 150, 100 radius 5")).toBe("met");
	expect(verdict("sheet 200, 200\ncircle centre 150, 100 radius 5")).toBe("missed");
	expect(verdict("sheet 200, 200 origin centre\ncircle centre -50, 50 radius 5")).toBe("met");
});

describe("the touchstones of the format", () => {
	const folder = new URL("../examples/touchstones/", import.meta.url);

	test.each(readdirSync(folder).filter((name) => name.endsWith(".yaml")))(
		"%s reads as it is, and its model earns all that can be tried",
		(name) => {
			const reading = readExercise(readFileSync(new URL(name, folder), "utf8"));
			if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
			const report = mark(reading.exercise.model, reading.exercise);
			expect(
				report.criteria
					.filter((c) => c.verdict !== "met" && c.waits === undefined)
					.map((c) => `${c.id}: ${c.sentence}`),
			).toEqual([]);
			expect(report.points.earned).toBe(report.points.possible);
			expect(report.slips).toEqual([]);
		},
	);
});

describe("several runs", () => {
	const of = (more: string, criteria: string) => {
		const reading = readExercise(`format: markpen/exercise@1
id: runs
title: Runs
brief: Draw it.
${more}
model: circle centre 99, 99 radius 20
figures:
  disc: { kind: circle }
criteria:
${criteria}`);
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		return reading.exercise;
	};

	test("with several seeds every criterion must hold with each, and the failing seed is named", () => {
		const file = of(
			"run: { seeds: [1, 2, 3, 4, 5] }",
			"  - { id: size, check: measure, of: disc, what: radius, at most: 40, points: 1 }\n",
		);
		const report = mark("circle centre 99, 99 radius random(10, 60)", file);
		expect([report.criteria[0]?.verdict, report.criteria[0]?.seed]).toEqual(["missed", 2]);
		expect(report.criteria[0]?.sentence).toMatch(/^With seed 2: Wanted a radius of 40 or less, found /);
		expect(mark("circle centre 99, 99 radius random(10, 30)", file).criteria[0]?.verdict).toBe("met");
	});

	test("a frame that misses a criterion is named", () => {
		const file = of(
			"run: { frames: 30 }",
			"  - { id: size, check: measure, of: disc, what: radius, is: 20, when: every frame, points: 2, credit: by share }\n",
		);
		const report = mark(
			"let r = 20\neach frame\n  wipe\n  circle centre 99, 99 radius r\n  if frame.number > 14\n    r = 40\n  end\nend",
			file,
		);
		expect([report.criteria[0]?.verdict, report.criteria[0]?.points, report.criteria[0]?.frame]).toEqual([
			"partly",
			1,
			16,
		]);
	});

	test("frames that a stopped run didn't reach count against shares", () => {
		const file = of(
			"run: { frames: 40 }",
			"  - { id: one, check: count, of: disc, exactly: 1, when: every frame, points: 4, credit: by share }\n",
		);
		const report = mark(
			"each frame\n  wipe\n  circle centre 99, 99 radius 20\n  if frame.number == 20\n    print 1 / 0\n  end\nend",
			file,
		);
		expect([report.ended, report.criteria[0]?.points]).toEqual(["stopped", 2]);
	});

	test("a drawing can be looked at as it stood when a figure was complete", () => {
		const file = of("", "  - { id: alone, check: count, exactly: 1, when: { after: disc }, points: 1 }\n");
		expect(mark("circle centre 99, 99 radius 20\nwalk 50", file).criteria[0]?.verdict).toBe("met");
		expect(mark("walk 50\ncircle centre 99, 99 radius 20", file).criteria[0]?.verdict).toBe("missed");
	});

	test("all runs of one check share one budget of steps", () => {
		const file = of(
			"",
			"  - { id: varies, check: runs, seeds: 20, of: disc, what: radius, values: { at least: 2 }, points: 1 }\n",
		);
		const began = performance.now();
		const report = mark(
			"let x = 0\nrepeat 4000000\n  x = x + random()\nend\ncircle centre 99, 99 radius 20 + x mod 7",
			file,
		);
		expect(report.criteria[0]?.verdict).not.toBe("not-judged");
		expect(performance.now() - began).toBeLessThan(20_000);
	});
});

test("a statement that the exercise leaves out is reported at its line, and the program isn't run", () => {
	const reading = readExercise(
		readFileSync(new URL("mooring-buoy.exercise.yaml", FOLDER), "utf8").replace(
			"figures:",
			"statements: { without: [circle] }\nfigures:",
		),
	);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	const report = mark("fill red\ncircle centre 200, 150 radius 40", reading.exercise);
	expect([report.state, report.errors[0]?.code, report.errors[0]?.line]).toEqual([
		"unreadable",
		"statement-left-out",
		2,
	]);
});

test("a paper that the exercise fixes lies there before the program begins", () => {
	const reading = readExercise(
		readFileSync(new URL("mooring-buoy.exercise.yaml", FOLDER), "utf8").replace(
			"origin: top left }",
			"origin: top left, paper: lightblue }",
		),
	);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	expect(mark("", reading.exercise).state).toBe("nothing-handed-in");
	const report = mark("fill red\ncircle centre 200, 150 radius 40", reading.exercise);
	expect([report.picture.paper, report.state]).toEqual(["#add8e6", "drew"]);
	expect(mark("let x = 1", reading.exercise).state).toBe("drew-nothing");
});

test("a last try of great cost costs the next one no more than a moment, and gives the same report each time", () => {
	const costly = `circle centre 90, 90 diameter 80\nlet x = 0.5\nrepeat 5000000\n${"  x = sin(x * 57) + cos(x * 31)\n".repeat(60)}end`;
	const source = "fill red\ncircle centre 200, 190 diameter 80";
	let asked = 0;
	const count = () => {
		asked++;
		return false;
	};
	const report = mark(source, buoy, { lastTry: inNib(costly), stop: count });
	// Run to its end it would ask thousands of times.
	expect(asked).toBeLessThan(20);
	expect(JSON.stringify(mark(source, buoy, { lastTry: inNib(costly) }))).toBe(JSON.stringify(report));
	expect(report.state).toBe("drew");
});
