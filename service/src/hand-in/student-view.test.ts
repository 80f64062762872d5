import type { ReportBody } from "@markpen/contract";
import { readExercise } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { forStudent } from "./student-view.ts";

const EXERCISE = readExercise(`format: markpen/exercise@1
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
  - { id: always, check: count, of: lamp, exactly: 1, points: 1, says: One lamp }
  - { id: afterwards, check: colour, of: lamp, what: fill, is: gold, points: 1, show: after }
  - { id: secret, check: measure, of: lamp, what: diameter, is: 36, points: 1, show: never }
`);
if (!("exercise" in EXERCISE) || !EXERCISE.exercise) throw new Error("the exercise can't be read");
const exercise = EXERCISE.exercise;

const criterion = (id: string, verdict: "met" | "missed", more: object = {}) => ({
	id,
	verdict,
	points: 1,
	possible: 1,
	asks: `${id} in full`,
	sentence: `${id} is ${verdict}.`,
	wanted: "36",
	found: "40",
	inner: { most: "secret" },
	...more,
});
const TOLD = { points: 1, sentence: "Look.", teacher: "The answer is 36.", was: "x", mended: "The answer", edit: {} };
const REPORT = {
	state: "drew",
	points: { earned: 1, possible: 3 },
	criteria: [criterion("always", "met"), criterion("afterwards", "missed"), criterion("secret", "missed")],
	causes: [
		{
			id: "k",
			line: 4,
			regains: [
				{ id: "always", points: 1 },
				{ id: "secret", points: 1 },
			],
			...TOLD,
		},
		{ id: "l", line: 5, regains: [{ id: "secret", points: 1 }], ...TOLD },
	],
	slips: [
		{ id: "a", sentence: "Look.", teacher: "The answer is 36.", evidence: ["36"], criteria: ["always", "secret"] },
		{ id: "b", sentence: "Look.", teacher: "The answer is 36.", evidence: [], criteria: ["secret"] },
	],
} as unknown as ReportBody;
const seen = (before: boolean, points = true) => forStudent(REPORT, exercise, { before, points });
const ids = (of: ReportBody) => of.criteria.map((c) => c.id);

describe("a student sees of a report", () => {
	test("after handing in all but what is never shown", () => {
		expect(ids(seen(false))).toEqual(["always", "afterwards"]);
	});

	test("before handing in only what is always shown", () => {
		expect(ids(seen(true))).toEqual(["always"]);
	});

	test("of mistakes nothing that is for the teacher, and none that is about hidden criteria alone", () => {
		expect(seen(false).causes).toEqual([
			{ id: "k", line: 4, regains: [{ id: "always", points: 1 }], points: 1, sentence: "Look." },
		]);
		expect(seen(false).slips).toEqual([{ id: "a", sentence: "Look.", criteria: ["always"] }]);
		expect(JSON.stringify(seen(false))).not.toContain("The answer");
	});

	test("no points where they aren't shown yet, neither of the whole nor of a criterion", () => {
		const hidden = seen(false, false);
		expect([hidden.points, hidden.criteria.map((c) => c.points)]).toEqual([null, [null, null]]);
		expect(seen(false).points).toEqual({ earned: 1, possible: 3 });
	});

	test("before handing in no sentence that says more than the brief", () => {
		const [always] = seen(true).criteria;
		expect(always).toMatchObject({ sentence: "That is right.", wanted: "", found: "" });
		expect(always).not.toHaveProperty("inner");
		expect(always?.asks).not.toContain("in full");
	});

	test("and nothing is taken from the report itself", () => {
		const before = structuredClone(REPORT);
		seen(true, false);
		expect(REPORT).toEqual(before);
	});
});
