import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { draw, tapeOf } from "../draw.ts";
import { markedTape } from "../mark.ts";
import { replayed } from "../replayed.ts";
import { encodeTape } from "../tape/binary.ts";
import { messagesOf } from "../tape/tape.ts";
import { conditionsOf, runUnder } from "./conditions.ts";
import { readExercise } from "./read.ts";
import type { ExerciseFile } from "./schema.ts";

const demo = (name: string) => readFileSync(new URL(`../../../demo/${name}`, import.meta.url), "utf8");

function read(text: string): ExerciseFile {
	const reading = readExercise(text);
	if (!reading.ok) throw new Error(reading.problems[0]?.message);
	return reading.exercise;
}

/** Everything that an exercise can say of how it is run. */
const ODD = read(`format: markpen/exercise@1
id: float
title: A float
brief: A float on blue water, without a circle.
sheet: { width: 260, height: 180, origin: bottom left, paper: lightsteelblue }
run: { seeds: [7, 8], frames: 12, steps: 5000 }
statements: { without: [circle] }
model: |
  fill red
  ellipse centre 130, 90 size 40, 40
criteria:
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }
`);

const PROGRAMS = {
	"on the exercise's sheet and paper": "fill red\nellipse centre 0, 0 size 90, 90\n",
	"with its seed": "print random(1, 1000000)\nwalk random(1, 90)\n",
	"for its frames": "each frame\n  dot at frame.number, 20\nend\n",
	"up to its steps": "let n = 0\nrepeat 9000\n  n = n + 1\nend\nwalk 20\n",
	"without what is left out": "walk 20\ncircle centre 9, 9 radius 5\n",
	"with a sheet of its own, which the exercise overrules": "sheet 90, 90\npaper red\nwalk 20\n",
};

describe("a program is run the same for whoever runs it", () => {
	test.each(Object.entries(PROGRAMS))("%s", (_, source) => {
		const under = runUnder(conditionsOf(ODD));
		const { report, tape } = markedTape(source, ODD);
		const drawn = draw(source, under);
		expect(encodeTape(drawn.tape)).toEqual(encodeTape(tape));
		expect([drawn.state, drawn.ended, drawn.steps, drawn.errors.map((e) => e.code)]).toEqual([
			report.state,
			report.ended,
			report.steps,
			report.errors.map((e) => e.code),
		]);
		const alone = tapeOf(source, under);
		expect(alone && encodeTape(alone)).toEqual(report.state === "unreadable" ? undefined : encodeTape(tape));
		expect(replayed(source, under) === undefined).toBe(report.state === "unreadable");
	});

	test.each(["mooring-buoy", "sail", "lighthouse", "compass-rose", "rope-coil", "harbour-scene"])(
		"as the demo's programs of %s are",
		(id) => {
			const exercise = read(demo(`exercises/${id}.exercise.yaml`));
			const programs = (parse(demo("programs.yaml")) as { exercise: string; source: string }[]).filter(
				(p) => p.exercise === id,
			);
			expect(programs.length).toBeGreaterThan(5);
			for (const { source } of programs)
				expect(encodeTape(draw(source, runUnder(conditionsOf(exercise))).tape)).toEqual(
					encodeTape(markedTape(source, exercise).tape),
				);
		},
	);
});

test("conditions hold all that a run needs, and a caller's seed goes before the first one", () => {
	expect(conditionsOf(ODD)).toEqual({
		sheet: { width: 260, height: 180, origin: "bottom left", paper: "lightsteelblue" },
		seed: 7,
		frames: 12,
		steps: 5000,
		without: ["circle"],
	});
	const [first, other] = [undefined, 8].map(
		(seed) => messagesOf(draw(PROGRAMS["with its seed"], runUnder(conditionsOf(ODD), { seed })).tape)[0]?.text,
	);
	expect(first).not.toBe(other);
	expect(other).toBe(messagesOf(draw(PROGRAMS["with its seed"], { seed: 8 }).tape)[0]?.text);
});

test("an exercise that says nothing leaves a run as it is", () => {
	const plain = read(`format: markpen/exercise@1
id: line
title: A line
brief: A line.
model: walk 90
criteria:
  - { id: one, check: count, of: { kind: line }, exactly: 1, points: 1 }
`);
	expect(conditionsOf(plain)).toEqual({ sheet: null, seed: 1, frames: null, steps: null, without: [] });
	for (const source of Object.values(PROGRAMS))
		expect(encodeTape(draw(source, runUnder(conditionsOf(plain))).tape)).toEqual(encodeTape(draw(source).tape));
});

test("steps are the exercise's, and never more than the caller allows", () => {
	const steps = (of: ExerciseFile, maxSteps?: number) => runUnder(conditionsOf(of), { maxSteps }).limits.steps;
	expect([steps(ODD), steps(ODD, 900), steps(ODD, 9000)]).toEqual([5000, 900, 5000]);
	const plain = { ...ODD, run: undefined };
	expect([steps(plain), steps(plain, 900)]).toEqual([runUnder(conditionsOf(plain)).limits.steps, 900]);
});
