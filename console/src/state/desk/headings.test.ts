import { expect, test } from "vitest";
import { underHeadings } from "./headings.ts";

const of = (...criteria: readonly [string, string | null][]) =>
	underHeadings(criteria.map(([id, part]) => ({ id, part }))).map((g) => [
		g.heading,
		g.criteria.map((c) => c.id).join(""),
	]);

test("criteria are under their headings, each heading once, in their order, and those without one never seem to belong to another", () => {
	expect(of(["a", "The rays"], ["b", "The rays"], ["c", "The star"], ["d", null])).toEqual([
		["The rays", "ab"],
		["The star", "c"],
		["Other criteria", "d"],
	]);
	expect(of(["a", "The rays"], ["b", null], ["c", "The rays"], ["d", null])).toEqual([
		["The rays", "ac"],
		["Other criteria", "bd"],
	]);
	expect(of(["a", null], ["b", null])).toEqual([[null, "ab"]]);
	expect(of(["a", null], ["b", "The star"])).toEqual([
		[null, "a"],
		["The star", "b"],
	]);
	expect(of()).toEqual([]);
});
