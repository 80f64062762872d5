import type { Ended } from "../languages/run.ts";
import type { Verdict } from "../marking/points.ts";
import type { State } from "../report.ts";

/** How far a program got, in words. */
export const STATE_WORDS: Readonly<Record<State, string>> = {
	"nothing-handed-in": "The program is empty.",
	unreadable: "The program can't be read, so it didn't run.",
	"drew-nothing": "The program ran and drew nothing.",
	"moved-without-drawing": "The pen moved, but nothing was drawn.",
	"off-the-sheet": "Everything was drawn off the sheet.",
	drew: "The program drew something.",
};

/** How a run ended, in words. */
export const ENDED_WORDS: Readonly<Record<Ended, string>> = {
	whole: "It ran to its end.",
	stopped: "It stopped at an error. Its drawing until then counts.",
	clock: "It ran too long.",
};

/** Verdicts in words. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
	met: "met",
	partly: "partly met",
	missed: "missed",
	"not-judged": "not judged",
};
