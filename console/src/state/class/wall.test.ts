import { expect, test } from "vitest";
import { metCounts } from "./wall.ts";

test("how many met each criterion, of those that are checked", () => {
	const page = {
		criteria: [{ id: "a" }, { id: "b" }],
		handIns: [{ verdicts: ["met", "partly"] }, { verdicts: ["met", "met"] }, { verdicts: [] }],
	} as never;
	expect(metCounts(page)).toEqual([
		{ met: 2, partly: 0 },
		{ met: 1, partly: 1 },
	]);
});
