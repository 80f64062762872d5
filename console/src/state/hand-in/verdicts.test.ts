import { expect, test } from "vitest";
import { pointsText, tally } from "./verdicts.ts";

test("verdicts and points in words", () => {
	expect(tally(["met", "met", "missed", "not-judged"])).toBe("2 met, 1 missed, 1 not judged");
	expect([pointsText({ earned: 8.5, possible: 11 }), pointsText(null)]).toEqual(["8.5 of 11", "–"]);
});

test("verdicts are counted from met to not judged, whatever their order, and none are no words", () => {
	expect(tally(["missed", "partly", "met", "missed"])).toBe("1 met, 1 partly met, 2 missed");
	expect(tally([])).toBe("");
});
