import { readdirSync, readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { readExercise } from "./read.ts";
import type { ExerciseFile } from "./schema.ts";
import { hintsOf, sentenceOf, studentCopy } from "./student-copy.ts";

const FOLDERS = ["../../../demo/exercises/", "../../examples/touchstones/"].map(
	(folder) => new URL(folder, import.meta.url),
);
const exercises = FOLDERS.flatMap((folder) =>
	readdirSync(folder)
		.filter((name) => name.endsWith(".exercise.yaml"))
		.map((name) => read(readFileSync(new URL(name, folder), "utf8"))),
);

function read(text: string): ExerciseFile {
	const reading = readExercise(text);
	if (!reading.ok) throw new Error(reading.problems[0]?.message);
	return reading.exercise;
}

const SMALL = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];
const numbersIn = (text: string) => [...text.matchAll(/\d+(?:\.\d+)?/g)].map(([n]) => Number(n));
const numbersSaid = (text: string) =>
	new Set([
		0,
		1,
		...numbersIn(text),
		...SMALL.flatMap((word, n) => (new RegExp(`\\b${word}\\b`, "i").test(text) ? [n] : [])),
	]);
/** What a teacher wrote for students to read. */
const given = ({ title, brief, starter, example, sheet, criteria }: ExerciseFile) =>
	[
		title,
		brief,
		starter,
		example?.show === "source" ? example.program : "",
		JSON.stringify(sheet ?? {}),
		...criteria.flatMap((c) => [c.says, hintsOf(c)[0]]),
	].join("\n");

test("there are exercises to look at", () => expect(exercises.length).toBeGreaterThanOrEqual(18));

test.each(exercises.map((e) => [e.id, e] as const))(
	"what a student gets of %s holds neither a line of the model nor a number that nothing given says",
	(_, exercise) => {
		const copy = studentCopy(exercise);
		const all = JSON.stringify(copy);
		const shown = given(exercise);
		for (const row of exercise.model.split("\n").map((r) => r.trim()))
			if (/\d/.test(row) && !shown.includes(row)) expect(all).not.toContain(JSON.stringify(row).slice(1, -1));
		const said = numbersSaid(shown);
		for (const { sentence, ask } of copy.criteria)
			if (!ask) expect([sentence, numbersIn(sentence).filter((n) => !said.has(n))]).toEqual([sentence, []]);
		for (const c of exercise.criteria) {
			if ((c.show ?? "before") !== "before") expect(copy.criteria.map((one) => one.id)).not.toContain(c.id);
			for (const later of hintsOf(c).slice(1)) expect(all).not.toContain(JSON.stringify(later).slice(1, -1));
		}
	},
);

const BUOY = readFileSync(new URL("../../examples/touchstones/mooring-buoy.exercise.yaml", import.meta.url), "utf8");
const sentencesOf = (text: string) => new Map(studentCopy(read(text)).criteria.map((c) => [c.id, c.sentence]));

test("a sentence whose numbers the brief gives is whole; one whose numbers it doesn't give says what is looked at", () => {
	const exercise = read(BUOY);
	const made = new Map(exercise.criteria.map((c) => [c.id, sentenceOf(c)]));
	const [buoy, told] = [
		sentencesOf(BUOY),
		sentencesOf(BUOY.replace("in the middle of the\n  sheet", "with its middle at 200, 150")),
	];
	expect([made.get("middle"), buoy.get("middle"), told.get("middle")]).toEqual([
		"The middle of the buoy is at 200, 150",
		"The place of the buoy",
		"The middle of the buoy is at 200, 150",
	]);
	expect(buoy.get("across")).toBe(made.get("across"));
});

test("hidden colours and counts are left out too, in groups as well", () => {
	const more = `
  - { id: six, check: count, of: buoy, exactly: 7, points: 1 }
  - { id: hue, check: colour, of: band, what: fill, is: purple, points: 1 }
  - { id: one-of, points: 1, any of: [{ id: in-one, check: count, of: buoy, exactly: 7 }, { id: in-two, check: colour, of: buoy, what: fill, is: red }] }
  - { id: secret, check: count, of: buoy, exactly: 9, points: 1, show: never }
  - { id: afterwards, check: count, of: buoy, exactly: 9, points: 1, show: after }
`;
	const said = sentencesOf(`${BUOY.trimEnd()}${more}`);
	expect([said.get("six"), said.get("hue"), said.get("secret"), said.get("afterwards")]).toEqual([
		"How many buoys there are",
		"The colour of the band",
		undefined,
		undefined,
	]);
	expect(said.get("one-of")).toBe("How many buoys there are; or the buoy is red");
});
