import { expect, test } from "vitest";
import { metCounts } from "./wall.ts";

test("how many met each criterion, of those in which it was judged: what waits isn't missed", () => {
	const page = {
		criteria: [{ id: "a" }, { id: "b" }, { id: "c" }],
		handIns: [
			{ verdicts: ["met", "partly", "not-judged"] },
			{ verdicts: ["met", "met", "not-judged"] },
			{ verdicts: ["missed", "not-judged", "not-judged"] },
			{ verdicts: [] },
		],
	} as never;
	expect(metCounts(page)).toEqual([
		{ met: 2, partly: 0, judged: 3 },
		{ met: 1, partly: 1, judged: 2 },
		{ met: 0, partly: 0, judged: 0 },
	]);
});
