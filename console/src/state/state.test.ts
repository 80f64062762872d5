import { STATEMENTS } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { NIB_HEADS } from "../worker/nib-heads.ts";
import { piecesOf, statementsIn } from "../worker/nib-words.ts";
import { metCounts } from "./class/wall.ts";
import { pointsText, tally } from "./hand-in/verdicts.ts";
import { gridOf, gridStep, sheetPoint } from "./sheet/grid.ts";
import { litBy } from "./sheet/pointing.ts";
import { briefHtml } from "./site/brief.ts";
import { fromNow } from "./site/times.ts";

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
		expect(lit({ on: "slip", id: "shifted" })).toEqual([["place"], [2, 6], [1]]);
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

describe("the grid", () => {
	test("has 1, 2 or 5 times a power of ten between its lines", () => {
		expect([400, 480, 100, 1000, 20].map((width) => gridStep({ width, height: 10, origin: "centre" }))).toEqual([
			20, 20, 5, 50, 1,
		]);
	});

	test("carries the sheet's own numbers, whichever way they count", () => {
		expect(gridOf({ width: 400, height: 300, origin: "centre" }).across.filter((l) => l.strong)).toEqual([
			{ at: 0, label: -200, strong: true },
			{ at: 100, label: -100, strong: true },
			{ at: 200, label: 0, strong: true },
			{ at: 300, label: 100, strong: true },
			{ at: 400, label: 200, strong: true },
		]);
		expect(gridOf({ width: 400, height: 300, origin: "bottom left" }).down.find((l) => l.label === 100)?.at).toBe(200);
		expect(gridOf({ width: 400, height: 300, origin: "top left" }).down.find((l) => l.label === 100)?.at).toBe(100);
	});

	test("a point of the picture is told in the sheet's coordinates", () => {
		expect(sheetPoint({ width: 400, height: 300, origin: "centre" }, 250, 50)).toEqual({ x: 50, y: 100 });
		expect(sheetPoint({ width: 400, height: 300, origin: "bottom left" }, 250, 50)).toEqual({ x: 250, y: 250 });
	});
});

test("the words that are coloured are those of the language", () => {
	for (const word of [...STATEMENTS.keys(), "let", "else", "repeat", "end", "picture", "each"])
		expect(NIB_HEADS.has(word)).toBe(true);
});

test("a line of source is cut into pieces without losing a letter", () => {
	const lines = ["  walk 50 -- on", 'text "a -- b" at 1, 2', "", "porthole(3)", "-- all", "walk 5--3"];
	for (const line of lines)
		expect(
			piecesOf(line)
				.map((p) => p.text)
				.join(""),
		).toBe(line);
	expect(piecesOf("  walk 50 -- on").map((p) => p.as)).toEqual(["plain", "head", "plain", "comment"]);
	expect(piecesOf('text "a -- b"').map((p) => p.as)).toEqual(["head", "plain", "quoted"]);
});

test("a brief takes Markdown and no raw HTML, script or pictures", () => {
	const html = briefHtml(
		"**80** across <script>alert(1)</script> <img src=x onerror=alert(1)> [go](javascript:alert(1)) [ok](https://example.org) ![p](x.png)",
	);
	expect(html).toContain("<strong>80</strong>");
	expect(html).not.toMatch(/<script|<img|javascript:/);
	expect(html).toContain('href="https://example.org"');
});

test("times are told from now", () => {
	const now = Date.UTC(2026, 0, 10, 12);
	expect(fromNow("2026-01-12T12:00:00Z", now)).toBe("in 2 days");
	expect(fromNow("2026-01-10T09:00:00Z", now)).toBe("3 hours ago");
});

test("verdicts and points in words", () => {
	expect(tally(["met", "met", "missed", "not-judged"])).toBe("2 met, 1 missed, 1 not judged");
	expect([pointsText({ earned: 8.5, possible: 11 }), pointsText(null)]).toEqual(["8.5 of 11", "–"]);
});

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

test("statements are lines but blank ones, comments, end and else", () => {
	expect(statementsIn("-- mine\n\nif true\n  walk 5 -- on\nelse\n  walk 6\nend\n")).toBe(3);
});
