import { z } from "zod";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import { defineCheck, single } from "./check.ts";

const options = {
	scale: z.record(
		z.string().regex(/^\d+(\.\d+)?$/, { error: "give points as the key, and what they stand for as its text" }),
		z.string().min(1),
	),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What the teacher chose of the scale. */
export type ByTeacherFindings = {
	"by-teacher": { means: string };
};
type Finding = FindingOf<ByTeacherFindings>;

/** What a person judges on a scale. */
export const byTeacher = defineCheck<Options, Finding>()({
	name: "by teacher",
	topic: "Judged by the teacher",
	options,
	example: "{ id: tidy, check: by teacher, scale: { 0: not tidy, 1: tidy }, points: 1 }",
	timeless: true,
	needs: (o) => {
		const steps = Object.keys(o.scale).map(Number);
		if (steps.length < 2) return "a scale has two steps or more";
		return Math.max(...steps) === o.points
			? undefined
			: `the scale's highest step is ${Math.max(...steps)}, the criterion's points are ${o.points}; make them equal`;
	},
	about: () => [],
	forbids: () => false,
	says: (o) => ({ steps: Object.keys(o.scale).length }),
	judge(o, scene): Judgement<Finding> {
		const points = scene.programRun.submission.judgements?.[o.id];
		if (points === undefined) return { findings: [], share: 0, figures: [], waits: "teacher" };
		const means = Object.entries(o.scale).find(([step]) => Number(step) === points)?.[1] ?? "";
		return { ...single(points >= o.points, "by-teacher", { means }), given: points };
	},
});
