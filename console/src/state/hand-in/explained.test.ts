import { describe, expect, test } from "vitest";
import { explanations, untilExplained } from "./explained.ts";

type Report = Parameters<typeof explanations>[0];

describe("what a student reads of a report", () => {
	const report = {
		causes: [
			{
				id: "turned-other-way",
				sentence: "Which way should it turn?",
				line: 5,
				also: [{ line: 7 }, { line: 5 }],
				regains: [{ id: "closes" }],
			},
		],
		criteria: [
			{ id: "closes", figures: [0, 2] },
			{ id: "blue", figures: [1] },
		],
		slips: [{ id: "never-called", sentence: "Is it called?", lines: [1], figures: [], criteria: ["blue"] }],
	} as unknown as Report;

	test("is causes first, each with its lines and with the figures that its criteria rest on", () => {
		expect(explanations(report).map((e) => [e.id, e.lines, e.figures, e.criteria])).toEqual([
			["turned-other-way", [5, 7], [0, 2], ["closes"]],
			["never-called", [1], [], ["blue"]],
		]);
	});

	test("is what is noticed alone while the causes are searched for", () => {
		expect(explanations({ ...report, causes: null }).map((e) => e.id)).toEqual(["never-called"]);
	});
});

describe("waiting for causes", () => {
	const waited = async (first: Report["causes"] | undefined, ...next: (Report["causes"] | undefined)[]) => {
		const pauses: number[] = [];
		let looks = 0;
		const of = (causes: Report["causes"] | undefined) => (causes === undefined ? undefined : { causes });
		await untilExplained(
			of(first),
			async () => of(next[Math.min(looks++, next.length - 1)]),
			async (milliseconds) => void pauses.push(milliseconds),
		);
		return { looks, pauses };
	};

	test("looks until they are there, less and less often", async () => {
		const { looks, pauses } = await waited(null, null, null, []);
		expect(looks).toBe(3);
		expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
	});

	test("doesn't begin where they are there, or nothing was checked", async () => {
		expect((await waited([], null)).looks).toBe(0);
		expect((await waited(undefined, null)).looks).toBe(0);
	});

	test("ends where another hand-in is in front, and after a while in any case", async () => {
		expect((await waited(null, undefined)).looks).toBe(1);
		expect((await waited(null, null)).looks).toBe(40);
	});
});
