import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { ALTERATION_WORDS, REWRITING_WORDS, trialProblem } from "../words/trial.ts";
import { ALTERATIONS } from "./alter/index.ts";
import { REWRITINGS } from "./rewrite/index.ts";
import { tryExercise } from "./try.ts";

const FOLDER = new URL("../../../demo/exercises/", import.meta.url);

function exerciseOf(text: string): ExerciseFile {
	const reading = readExercise(text);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

const source = (name: string) => readFileSync(new URL(name, FOLDER), "utf8");
const buoy = source("mooring-buoy.exercise.yaml");

describe.each(readdirSync(FOLDER).filter((n) => n.endsWith(".yaml")))("%s", (name) => {
	const trial = tryExercise(exerciseOf(source(name)));

	test("its model earns everything that can be tried, and what draws nothing of it earns nothing", () => {
		expect(trial.wrong).toEqual([]);
		expect(trial.model.missed).toEqual([]);
		expect(trial.nothing.map((n) => [n.id, n.earned])).toEqual([
			["empty program", 0],
			["one dot", 0],
			["painted sheet", 0],
		]);
	});

	test("95 in a hundred changed models are noticed, and no model drawn otherwise is punished", () => {
		const unseen = trial.alterations
			.filter((a) => a.missed.length === 0 && a.free === null)
			.map((a) => `${a.id}, line ${a.line}`);
		expect(trial.strength ?? 0, unseen.join("; ")).toBeGreaterThanOrEqual(0.95);
		expect(trial.rewritings.filter((r) => r.lost.length > 0).map((r) => `${r.id}: ${r.lost.join()}`)).toEqual([]);
		expect(trial.fairness).toBe(1);
		expect(trial.alterations.length).toBeGreaterThanOrEqual(15);
		expect(trial.rewritings.length).toBeGreaterThanOrEqual(5);
	});
});

test("a criterion taken away lets what it noticed through", () => {
	const trial = tryExercise(exerciseOf(buoy.replace(/^ {2}- \{ id: red,.*\n/m, "")));
	expect(trial.alterations.filter((a) => a.missed.length === 0 && a.free === null).map((a) => a.id)).toContain(
		"fill-other-colour",
	);
	expect(trial.strength).toBeLessThan(1);
});

test("what the brief leaves free isn't counted against an exercise", () => {
	const trial = tryExercise(
		exerciseOf(buoy.replace(/^ {2}- \{ id: (red|band-white),.*\n/gm, "").replace("figures:", "free: colour\nfigures:")),
	);
	const recoloured = trial.alterations.filter((a) => a.id === "fill-other-colour");
	expect(recoloured.some((a) => a.free === "colour" && a.missed.length === 0)).toBe(true);
	expect(trial.strength).toBe(1);
});

test("a criterion that asks for one way of drawing punishes the others", () => {
	const trial = tryExercise(
		exerciseOf(
			buoy.replace(
				"criteria:",
				"criteria:\n  - { id: names, check: code, colour written as: name, points: 1 }\n  - { id: fixed, check: code, written: { rect: 1 }, points: 1 }\n  - { id: plain, check: code, avoids: [comment], points: 1 }",
			),
		),
	);
	expect(trial.rewritings.find((r) => r.id === "a-comment-more")?.lost).toEqual(["plain"]);
	expect(trial.fairness).toBeLessThan(1);
});

describe("what is wrong with an exercise is told", () => {
	const of = (text: string) => tryExercise(exerciseOf(text)).wrong.map(trialProblem);

	test.each([
		[
			"a model that can't be read",
			buoy.replace("circle centre 200", "circl centre 200"),
			"The model can't be read: see its line 4.",
		],
		[
			"a model that stops",
			buoy.replace("  fill white\n", "  fill white\n  print 1 / 0\n"),
			"The model stops at an error in its line 6.",
		],
		[
			"a lost minus sign",
			buoy.replace("at: [200, 150]", "at: [100, 150]"),
			"The model itself doesn't meet middle: mend the model or what is asked.",
		],
		[
			"a starter that is all",
			buoy.replace(
				"figures:",
				"starter: |\n  paper lightsteelblue\n  pen colour black width 4\n  fill crimson\n  circle centre 200, 150 diameter 80\n  fill white\n  rect centre 200, 150 size 60, 14\nfigures:",
			),
			"The starter earns every point already.",
		],
		[
			"a criterion that a dot meets",
			buoy.replace("criteria:", "criteria:\n  - { id: easy, check: count, at least: 1, points: 5 }"),
			"One dot earns points for easy.",
		],
	])("%s", (_, text, told) => {
		expect(of(text)).toContain(told);
	});
});

test("there are words for every alteration and rewriting, and for nothing else", () => {
	expect([...ALTERATION_WORDS].sort()).toEqual(ALTERATIONS.map((a) => a.id).sort());
	expect([...REWRITING_WORDS].sort()).toEqual(REWRITINGS.map((r) => r.id).sort());
});

test("trying is the same twice", () => {
	const file = exerciseOf(source("lighthouse.exercise.yaml"));
	expect(JSON.stringify(tryExercise(file))).toBe(
		JSON.stringify(tryExercise(exerciseOf(source("lighthouse.exercise.yaml")))),
	);
});

test("what an exercise leaves out is left out for its model too, and is no other way to draw the same", () => {
	const [whole, left] = [
		buoy,
		buoy.replace("figures:", "statements: { without: [polygon, curve, repeat] }\nfigures:"),
	].map((text) => tryExercise(exerciseOf(text)));
	expect(left?.wrong).toEqual([]);
	expect(left?.fairness).toBe(1);
	const ways = (trial: typeof whole) => trial?.rewritings.map((r) => r.id) ?? [];
	expect(ways(left).length).toBeLessThan(ways(whole).length);
	expect(ways(whole)).toEqual(expect.arrayContaining(ways(left)));
	const without = tryExercise(exerciseOf(buoy.replace("figures:", "statements: { without: [circle] }\nfigures:")));
	expect(without.wrong.map((w) => w.code)).toContain("model-unreadable");
});
