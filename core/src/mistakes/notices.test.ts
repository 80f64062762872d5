import { describe, expect, test } from "vitest";
import { readExercise } from "../exercise/read.ts";
import { type MarkOptions, mark } from "../mark.ts";
import { inNib } from "../test-marking.ts";
import { MISTAKES } from "./index.ts";

interface Case {
	readonly model: string;
	/** Keys of the exercise beside the usual ones. */
	readonly more?: string;
	readonly figures: string;
	readonly criteria: readonly string[];
	readonly wrong: string;
	readonly with?: MarkOptions;
	readonly teacher: string;
	readonly student: string;
	readonly about: readonly string[];
}

const HULL = "rect corner 60, 80 size 90, 30\n";
/** Programs without a provable cause: no single mend meets a missed criterion. */
const CASES: Readonly<Record<string, Case>> = {
	"by-hand": {
		model: "for x from 40 to 160 by 40\n  dot at x, 80 size 20\nend\n",
		figures: "spot: { kind: dot, number: 4 }",
		criteria: ["check: code, loop: { variable: used }"],
		wrong: "dot at 40, 80 size 20\ndot at 80, 80 size 20\ndot at 120, 80 size 20\ndot at 160, 80 size 20\n",
		teacher: "Lines 1, 2, 3 and 4: perhaps the same lines are repeated (4 times).",
		student: "Some lines repeat in lines 1, 2, 3 and 4. What could repeat them for you?",
		about: ["c1"],
	},
	"example-unchanged": {
		model: "dot at 40, 80 size 20\ndot at 80, 80 size 20\ndot at 120, 120 size 9\n",
		more: "starter: |\n  dot at 40, 80 size 20\n",
		figures: "spot: { kind: dot, number: 3 }",
		criteria: ["check: count, of: { kind: dot }, exactly: 3"],
		wrong: "dot at 40, 80 size 20\n",
		teacher: "Perhaps the given program, unchanged (100 % like the starter).",
		student: "This is what you were given. What should be changed in it?",
		about: ["c1"],
	},
	"moved-away": {
		model: "dot at 80, 80 size 20\ndot at 200, 120 size 30\ndot at 130, 40 size 40\n",
		figures:
			"low: { kind: dot, diameter: 20 }\n  far: { kind: dot, diameter: 30 }\n  high: { kind: dot, diameter: 40 }",
		criteria: [
			`all of: [${["low, at: [80, 80]", "far, at: [200, 120]", "high, at: [130, 40]"]
				.map((text, i) => `{ id: p${i}, check: position, of: ${text} }`)
				.join(", ")}]`,
		],
		wrong: "for k from 2 to 4\n  dot at 60 * k, 250 - 20 * k size 10 * k\nend\n",
		with: { lastTry: inNib("dot at 85, 80 size 20\ndot at 180, 190 size 30\ndot at 240, 170 size 40\n") },
		teacher: "Line 2: perhaps further off than in the last try (off by 136, before by 5).",
		student: "Your last try was closer here in line 2. What did you change?",
		about: ["c1"],
	},
	"never-placed": {
		model: `${HULL}rect corner 200, 160 size 90, 30\n`,
		figures: "hull: { kind: rect, number: 2 }",
		criteria: ["check: count, of: { kind: rect }, exactly: 2"],
		wrong: `picture boat size 60, 30\n  ${HULL}end\n`,
		teacher: "Line 1: perhaps the picture is never laid on the sheet (laid: never).",
		student: "A picture is made in line 1 but never laid on the sheet. Where should it go?",
		about: ["c1"],
	},
	"never-called": {
		model: `${HULL}rect corner 200, 160 size 90, 30\n`,
		figures: "hull: { kind: rect, number: 2 }",
		criteria: ["check: count, of: { kind: rect }, exactly: 2"],
		wrong: "routine hull(x)\n  rect corner x, 80 size 90, 30\nend\n",
		teacher: "Line 1: perhaps the routine is never called (called: never).",
		student: "The routine is declared in line 1. Which line should call it?",
		about: ["c1"],
	},
};

function exerciseOf({ model, more = "", figures, criteria }: Case) {
	const reading = readExercise(`format: markpen/exercise@1
id: example
title: Example
brief: Draw it.
model: |
${model.trimEnd().replace(/^/gm, "  ")}
${more}figures:
  ${figures}
criteria:
${criteria.map((text, i) => `  - { id: c${i + 1}, ${text}, points: 1 }`).join("\n")}
`);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

test("every plain rule has a case here", () => {
	expect(Object.keys(CASES).sort()).toEqual(
		MISTAKES.filter((m) => m.notice)
			.map((m) => m.id)
			.sort(),
	);
});

describe.each(Object.entries(CASES))("%s", (id, of) => {
	const exercise = exerciseOf(of);

	test("is noticed where nothing is proved, and is marked as not proved", () => {
		const { causes, slips } = mark(of.wrong, exercise, { causes: true, ...of.with });
		expect(causes).toEqual([]);
		const slip = slips.find((s) => s.id === id);
		expect([slip?.teacher, slip?.sentence, slip?.criteria]).toEqual([of.teacher, of.student, of.about]);
	});

	test("isn't noticed in a program that misses nothing", () => {
		expect(mark(of.model, exercise, { causes: true, ...of.with }).slips).toEqual([]);
	});
});
