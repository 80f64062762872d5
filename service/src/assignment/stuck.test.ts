import { readExercise } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { type StuckRow, stuckBy } from "./stuck.ts";

const SOURCE = `format: markpen/exercise@1
id: lamp
title: Harbour lamp
brief: |
  A lamp.
language: nib
sheet: { width: 400, height: 300, origin: top left }
model: |
  fill gold
  circle centre 140, 90 diameter 36
figures:
  lamp: { kind: circle }
criteria:
  - { id: one, check: count, of: lamp, exactly: 1, points: 1 }
  - { id: gold, check: colour, of: lamp, what: fill, is: gold, points: 1 }
  - { id: why, check: by teacher, says: It is tidy, points: 1, scale: { 0: no, 1: yes } }
  - { id: extra, check: count, of: { kind: line }, exactly: 0, points: 1, bonus: true }
`;
const reading = readExercise(SOURCE);
if (!reading.ok) throw new Error("the exercise can't be read");
const FILE = JSON.stringify(reading.exercise);
const row = (more: Partial<StuckRow> = {}): StuckRow => ({
	studentId: "s",
	name: "Nilo Brandt",
	assignmentId: "a",
	exercise: "lamp",
	file: FILE,
	mets: [],
	lastId: null,
	lastMet: null,
	slip: null,
	runs: 0,
	milliseconds: 0,
	draftMet: null,
	draftIsNewer: false,
	...more,
});

describe("a student is held up", () => {
	test.each([
		["by three hand-ins that brought nothing more", { mets: [1, 1, 1] }, true],
		["but not by two", { mets: [1, 1] }, false],
		["and not where the last one brought more", { mets: [1, 1, 2] }, false],
		["by ten runs", { runs: 10 }, true],
		["but not by nine", { runs: 9 }, false],
		["by ten minutes", { milliseconds: 600_000 }, true],
		["but not by a second less", { milliseconds: 599_000 }, false],
	])("%s", (_, of, held) => {
		expect(stuckBy(row(of)) !== undefined).toBe(held);
	});

	test("is said with the first criterion that isn't met, and how long it took", () => {
		const stuck = stuckBy(row({ mets: [1, 1, 1], lastMet: ["one"], runs: 4, milliseconds: 754_000, slip: "Look." }));
		expect(stuck).toMatchObject({ handIns: 3, runs: 4, minutes: 12.6, slip: "Look.", exercise: "lamp" });
		expect(stuck?.criterion).toMatch(/gold/);
	});

	test("is nobody who has met everything, whatever a teacher still has to judge, and bonuses", () => {
		expect(stuckBy(row({ mets: [2, 2, 2], lastMet: ["one", "gold"] }))).toBeUndefined();
	});

	test("uses the draft if it is newer, of which no mistake is known", () => {
		const of = { mets: [1, 1, 1], lastMet: ["gold"], slip: "Look.", draftMet: ["one"] };
		expect(stuckBy(row(of))?.criterion).toBe("One lamp");
		const newer = stuckBy(row({ ...of, draftIsNewer: true }));
		expect(newer?.criterion).toMatch(/gold/);
		expect(newer?.slip).toBeNull();
		expect(stuckBy(row({ ...of, draftIsNewer: true, draftMet: ["one", "gold"] }))).toBeUndefined();
	});
});
