import type { ExerciseFile } from "./exercise/schema.ts";
import { mark } from "./mark.ts";
import type { Report } from "./report.ts";
import { reportProblem } from "./report-drawing.ts";

/** Why a drawing is lost: its thread didn't answer and was ended, or died twice, or its report can't be stored. */
export type Loss = "limit-time-lost" | "thread-died" | "report-not-kept";

/** The report of a program whose drawing was lost with its thread. */
export function lostRunReport(exercise: ExerciseFile, why: Loss): Report {
	const error = reportProblem({ code: why, place: { line: 1, column: 1, length: 1 }, data: {} });
	return { ...mark("", exercise, { language: "nib" }), state: "drew-nothing", ended: "clock", errors: [error] };
}
