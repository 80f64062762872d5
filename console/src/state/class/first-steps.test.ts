import { expect, test } from "vitest";
import { firstStepsOf } from "./first-steps.ts";

const NEW = { classId: null, students: 0, cards: false, assignments: 0, looked: false };
const row = { assignmentId: "a", exercise: "sail", handedIn: 1 };
const done = (firstSteps: object, rows: object[] = []) =>
	firstStepsOf({ firstSteps: { ...NEW, ...firstSteps }, rows } as never)
		.filter((step) => step.done)
		.map((step) => step.id);
const doable = (firstSteps: object, rows: object[] = []) =>
	firstStepsOf({ firstSteps: { ...NEW, ...firstSteps }, rows } as never)
		.filter((step) => !step.done && step.href)
		.map((step) => `${step.id} ${step.href}`);

test("a new teacher begins with a class, and can look through the exercises", () => {
	expect(done({})).toEqual([]);
	expect(doable({})).toEqual(["class /classes#new", "work /exercises"]);
});

test("each step is ticked as it is done, and opens the next one", () => {
	expect(doable({ classId: "c" })).toEqual(["students /classes/c/list", "work /classes/c/set-work"]);
	expect(doable({ classId: "c", students: 30 })).toEqual(["cards /classes/c/list", "work /classes/c/set-work"]);
	expect(done({ classId: "c", students: 30, cards: true, assignments: 1 })).toEqual([
		"class",
		"students",
		"cards",
		"work",
	]);
	expect(done({ classId: "c", students: 30, assignments: 1 }, [row])).toContain("cards");
	expect(doable({ classId: "c", students: 30, cards: true, assignments: 1 }, [row])).toEqual([
		"look /assignments/a/sail",
	]);
});

test("nothing is left once a hand-in was looked at", () => {
	expect(
		firstStepsOf({
			firstSteps: { classId: "c", students: 30, cards: false, assignments: 1, looked: true },
			rows: [row],
		} as never),
	).toEqual([]);
});
