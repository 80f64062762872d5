import { z } from "zod";
import { parseColour } from "../../colour/colour.ts";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import { colourWord, isColour } from "../paint-words.ts";
import { defineCheck, single } from "./check.ts";

const options = {
	ask: z.string().min(1).max(500),
	// An answer belongs to a moment of the student's work, not of the drawing.
	when: z.enum(["before running", "after running"]).default("after running"),
	expects: z
		.union([z.number(), z.string().min(1), z.array(z.union([z.string().min(1), z.number()])).min(1)])
		.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of the student's own words. */
export type AnswerFindings = {
	answer: { answer: string };
	"answer-given": { answer: string };
	"answer-none": { ask: string };
};
type Finding = FindingOf<AnswerFindings>;

const plain = (text: string) =>
	text
		.trim()
		.toLowerCase()
		.replace(/[.!]+$/, "")
		.replace(/\s+/g, " ");

/**
 * Whether words say one expected thing: a number within the tolerance, a colour of the same family, or the same
 * words.
 */
function says(answer: string, expected: string | number, within: number): boolean {
	if (typeof expected === "number") {
		const found = /-?\d+(?:[.,]\d+)?/.exec(answer)?.[0];
		return found !== undefined && Math.abs(Number(found.replace(",", ".")) - expected) <= within;
	}
	if (plain(answer) === plain(expected)) return true;
	const paint = parseColour(plain(answer).replace(/ /g, ""));
	return (
		paint !== undefined && colourWord.safeParse(expected).success && expected !== "none" && isColour(paint, expected)
	);
}

/** The student's own words to a question. */
export const answer = defineCheck<Options, Finding>()({
	name: "answer",
	topic: "Questions",
	options,
	example: "{ id: how-many, check: answer, ask: How many lamps are there?, expects: 3, points: 1 }",
	timeless: true,
	about: () => [],
	forbids: () => false,
	says: (o) => ({ ask: o.ask }),
	judge(o, scene): Judgement<Finding> {
		const { submission } = scene.programRun;
		const given = submission.answers?.[o.id];
		if (given === undefined || given.trim() === "") {
			const none = single(false, "answer-none", { ask: o.ask });
			return submission.final ? none : { ...none, findings: [], waits: "answer" };
		}
		if (o.expects === undefined) {
			const points = submission.judgements?.[o.id];
			const judgement = single(true, "answer-given", { answer: given });
			return points === undefined ? { ...judgement, waits: "teacher" } : { ...judgement, given: points };
		}
		const within = typeof o.within === "number" ? o.within : 1e-9;
		const met = [o.expects].flat().some((expected) => says(given, expected, within));
		return single(met, "answer", { answer: given });
	},
});
