import { describe, expect, test } from "vitest";
import { litBy } from "./pointing.ts";

describe("pointing", () => {
	const report = {
		criteria: [
			{ id: "size", figures: [0], lines: [4] },
			{ id: "place", figures: [0, 1], lines: [4, 6] },
		],
		figures: [
			{ index: 0, lines: [4] },
			{ index: 1, lines: [6] },
		],
		causes: null,
		slips: [{ id: "shifted", figures: [1], lines: [2, 6], criteria: ["place"] }],
	} as never;
	const lit = (pointed: Parameters<typeof litBy>[0]) => {
		const found = litBy(pointed, report);
		return [[...found.criteria], [...found.lines], [...found.figures]];
	};

	test("at a criterion lights its figures and lines", () => {
		expect(lit({ on: "criterion", id: "place" })).toEqual([["place"], [4, 6], [0, 1]]);
	});

	test("at a slip lights its figures and lines, and the criteria that it explains", () => {
		expect(lit({ on: "explanation", index: 0 })).toEqual([["place"], [2, 6], [1]]);
	});

	test("at a line lights what it drew and the criteria that rest on it", () => {
		expect(lit({ on: "line", line: 6 })).toEqual([["place"], [6], [1]]);
		expect(lit({ on: "line", line: 1 })).toEqual([[], [1], []]);
	});

	test("at a figure lights its lines", () => {
		expect(lit({ on: "figure", index: 0 })).toEqual([["size", "place"], [4], [0]]);
	});

	test("at nothing lights nothing", () => {
		expect(lit(null)).toEqual([[], [], []]);
	});
});

describe("before a program was checked", () => {
	test("only the line that is pointed at lights up", () => {
		expect([...litBy({ on: "line", line: 3 }, null).lines]).toEqual([3]);
		expect(litBy({ on: "figure", index: 0 }, null)).toEqual({
			criteria: new Set(),
			lines: new Set(),
			figures: new Set(),
		});
	});
});

test("what isn't in the report lights nothing but itself", () => {
	const report = { criteria: [], figures: [], causes: null, slips: [] };
	expect([...litBy({ on: "criterion", id: "gone" }, report).criteria]).toEqual(["gone"]);
	expect([...litBy({ on: "explanation", index: 3 }, report).figures]).toEqual([]);
	expect([...litBy({ on: "figure", index: 9 }, report).lines]).toEqual([]);
});
