import { readFileSync } from "node:fs";
import type { ReportBody } from "@markpen/contract";
import { mark, readExercise } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { commentData, type HandInParts, handInData } from "./present.ts";

const source = readFileSync(new URL("../../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url), "utf8");
const reading = readExercise(source);
if (!reading.ok) throw new Error("mooring-buoy can't be read");
const report = JSON.parse(
	JSON.stringify(mark("fill crimson\ncircle centre 200, 150 radius 80", reading.exercise, { causes: true })),
);
const FILE = JSON.stringify(reading.exercise);
const ids = (report as ReportBody).criteria.map((c) => c.id);

const at = new Date("2027-03-01T10:00:00Z");
const TODAY = new Date("2027-03-02T10:00:00Z");

function parts(record: Partial<HandInParts["record"]> = {}, more: Partial<HandInParts> = {}): HandInParts {
	return {
		record: {
			id: "h1",
			assignmentId: "a1",
			exerciseId: "e1",
			classId: "c1",
			versionId: "v1",
			className: "8 Tern",
			title: "Mooring buoy",
			key: "mooring-buoy",
			exercise: FILE,
			studentId: "s1",
			studentName: "Zoe Lark",
			tryNumber: 2,
			handedInAt: at,
			late: false,
			madeBy: "student",
			pressedAt: null,
			language: "nib",
			source: "walk 5",
			answers: {},
			closesAt: new Date(Date.now() + 86_400_000),
			showChecklist: "opening",
			showPoints: "at once",
			showFeedback: "at once",
			showModel: "never",
			showModelAs: "picture",
			released: false,
			report,
			waiting: false,
			earned: "7",
			possible: "16",
			open: "0",
			criteria: ids,
			points: ids.map((_, i) => String(i)),
			...record,
		},
		reader: "student",
		judgements: [],
		adjustments: [],
		tries: [
			{ id: "h0", tryNumber: 1, points: { earned: 3, possible: 16 }, counts: false },
			{ id: "h1", tryNumber: 2, points: { earned: 7, possible: 16 }, counts: true },
		] as HandInParts["tries"],
		comments: [],
		neighbours: null,
		...more,
	};
}

describe("a student", () => {
	test("sees points, feedback and tries where they are shown at once", () => {
		const page = handInData(parts());
		expect(page.points).toEqual({ earned: 7, possible: 16, open: 0 });
		expect(page.report?.criteria.map((c) => c.id)).toEqual(ids);
		expect(page.tries.map((t) => t.points?.earned)).toEqual([3, 7]);
		expect(page.criteria.map((c) => c.points)).toEqual(ids.map((_, i) => i));
	});

	test("sees no point of any kind before they are released", () => {
		const page = handInData(parts({ showPoints: "release" }));
		expect([page.points, page.criteria, page.tries.map((t) => t.points)]).toEqual([null, [], [null, null]]);
		expect(page.report?.points).toBeNull();
		expect(page.report?.criteria.every((c) => c.points === null)).toBe(true);
	});

	test("sees neither report nor comments before feedback is released", () => {
		const comment = { id: "k", at, by: "M. Okafor-Lind", words: "Well done", anchor: {} } as never;
		const hidden = handInData(parts({ showFeedback: "release" }, { comments: [comment] }));
		expect([hidden.report, hidden.comments, hidden.criteria]).toEqual([null, [], []]);
		expect(hidden.points?.earned).toBe(7);
		const released = handInData(parts({ showFeedback: "release", released: true }, { comments: [comment] }));
		expect(released.comments).toHaveLength(1);
		expect(released.report).not.toBeNull();
	});

	test("sees of causes the place and the question, and nothing of the correction", () => {
		const causes = handInData(parts()).report?.causes ?? [];
		expect(causes.map((c) => c.id)).toEqual((report as ReportBody).causes?.map((c) => c.id));
		expect(causes.length).toBeGreaterThan(0);
		for (const { teacher, was, mended, edit, sentence } of causes)
			expect([teacher, was, mended, edit, sentence.includes("?")]).toEqual([
				undefined,
				undefined,
				undefined,
				undefined,
				true,
			]);
	});
});

describe("a teacher", () => {
	test("sees everything, whatever students are shown, and who comes before and after", () => {
		const page = handInData(
			parts(
				{ showPoints: "release", showFeedback: "release" },
				{ reader: "teacher", neighbours: { before: "h7", after: null } },
			),
		);
		expect(page.points?.earned).toBe(7);
		expect(page.report).toEqual(report);
		expect([page.before, page.after]).toEqual(["h7", null]);
	});

	test("sees what people decided of each criterion, with reason, name and time", () => {
		const [first, second] = ids as [string, string];
		const page = handInData(
			parts(
				{},
				{
					reader: "teacher",
					judgements: [{ criterion: first, points: 1 } as never],
					adjustments: [{ criterion: second, points: 1.5, reason: "Nearly there", by: "M. Okafor-Lind", at } as never],
				},
			),
		);
		expect(page.criteria.find((c) => c.id === first)).toMatchObject({ judged: 1, adjusted: null });
		expect(page.criteria.find((c) => c.id === second)).toMatchObject({
			judged: null,
			adjusted: { points: 1.5, reason: "Nearly there", by: "M. Okafor-Lind", at: "2027-03-01T10:00:00.000Z" },
		});
	});
});

test("a hand-in that waits for its check has no report, points or criteria", () => {
	const waiting = {
		report: null,
		waiting: true,
		earned: null,
		possible: null,
		open: null,
		criteria: null,
		points: null,
	};
	const page = handInData(parts(waiting));
	expect([page.report, page.points, page.criteria, page.waiting]).toEqual([null, null, [], true]);
});

test("times are sent as ISO 8601, the press only where there was one", () => {
	const page = handInData(parts({ pressedAt: TODAY }));
	expect([page.handedInAt, page.pressedAt]).toEqual(["2027-03-01T10:00:00.000Z", "2027-03-02T10:00:00.000Z"]);
	expect(handInData(parts()).pressedAt).toBeNull();
	expect(commentData({ id: "k", at } as never)).toEqual({ id: "k", at: "2027-03-01T10:00:00.000Z" });
});
