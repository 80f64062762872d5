import { describe, expect, test } from "vitest";
import { readExercise } from "../exercise/read.ts";
import { mark } from "../mark.ts";
import { fromSentence } from "./from-sentence.ts";

/** The exercise that a sentence begins, as its file. */
function exerciseOf(sentence: string) {
	const made = fromSentence(sentence);
	if (!made) throw new Error("nothing was understood");
	const file = {
		format: "markpen/exercise@1",
		id: "made",
		title: "Made",
		brief: sentence,
		sheet: { width: 400, height: 300 },
		model: made.model,
		figures: made.figures,
		criteria: made.criteria,
	};
	const reading = readExercise(JSON.stringify(file));
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return { made, exercise: reading.exercise };
}

describe("an exercise begun with a sentence", () => {
	test.each([
		["a red square of side 80 at 100, 100 and a blue circle beside it", 2, []],
		["A yellow lamp: a circle 36 across at 140, 90 with a black outline 3 wide", 1, ["lamp"]],
		["three green circles 30 across, 20 apart", 1, []],
		["a brown rectangle 160 by 100 at 120, 80 and a white rectangle 40 by 60 below it", 2, []],
		["a light blue hexagon, radius 50, in the middle of the sheet", 1, []],
		["a triangle with sides of 90 and a star above it", 2, []],
		["a navy line from 40, 250 to 360, 250 and a gold disc over it", 2, []],
		["an oval 120 wide and 60 high at 200, 100. A grey square inside it, 20 across", 2, []],
		["Five black discs in a row, each 20 wide", 1, []],
	])("“%s” has a model that meets every criterion", (sentence, figures, unknown) => {
		const { made, exercise } = exerciseOf(sentence);
		const report = mark(exercise.model, exercise);
		expect(report.errors).toEqual([]);
		expect(report.criteria.filter((c) => c.verdict !== "met").map((c) => [c.asks, c.sentence])).toEqual([]);
		expect(Object.keys(made.figures)).toHaveLength(figures);
		expect(made.unknown).toEqual(unknown);
	});

	test("has the sizes, colours and places of its words", () => {
		const { made } = exerciseOf("a red square of side 80 at 100, 100 and a blue circle beside it");
		expect(made.model).toBe(
			"pen none\nfill red\nrect centre 140, 140 size 80, 80\npen none\nfill blue\ncircle centre 240, 140 diameter 80\n",
		);
		expect(made.criteria).toContainEqual(
			expect.objectContaining({ check: "position", of: "red-square", anchor: "corner", at: [100, 100] }),
		);
		expect(made.criteria).toContainEqual(
			expect.objectContaining({ check: "relation", of: "blue-circle", is: "right of", to: "red-square" }),
		);
	});

	test.each(["", "a nice picture", "draw something with 3 colours"])("“%s” begins none", (sentence) => {
		expect(fromSentence(sentence)).toBeUndefined();
	});
});
