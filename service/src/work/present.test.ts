import { readFileSync } from "node:fs";
import { readExercise } from "@markpen/core";
import { describe, expect, test } from "vitest";
import type { WorkParts } from "./present.ts";
import { draftData, workData } from "./present.ts";
import type { DraftRow, TryRow, WorkRecord } from "./store.ts";

const reading = readExercise(
	readFileSync(new URL("../../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url), "utf8"),
);
if (!reading.ok) throw new Error("mooring-buoy can't be read");
const file = JSON.stringify(reading.exercise);
const at = new Date("2027-03-01T10:00:00Z");

const record = (more: Partial<WorkRecord> = {}): WorkRecord =>
	({
		id: "a1",
		exerciseId: "e1",
		className: "8 Tern",
		unit: null,
		doneWhen: null,
		versionId: "v1",
		file,
		opensAt: at,
		dueAt: at,
		closesAt: new Date(Date.now() + 86_400_000),
		late: "marked",
		tries: null,
		excused: false,
		released: false,
		showChecklist: "opening",
		showPoints: "at once",
		showFeedback: "at once",
		showModel: "never",
		showModelAs: "picture",
		...more,
	}) as WorkRecord;
const handIn = (tryNumber: number, more: Partial<TryRow> = {}): TryRow => ({
	assignmentId: "a1",
	exerciseId: "e1",
	id: `h${tryNumber}`,
	tryNumber,
	handedInAt: at,
	late: false,
	earned: "7",
	possible: "16",
	open: "0",
	counts: tryNumber === 1,
	...more,
});
const draft = (more: Partial<DraftRow> = {}): DraftRow =>
	({
		assignmentId: "a1",
		exerciseId: "e1",
		source: "walk 5",
		revision: 1,
		device: "d1",
		savedAt: at,
		runs: 2,
		answers: {},
		hinted: {},
		...more,
	}) as DraftRow;
const parts = (more: Partial<WorkParts> = {}): WorkParts => ({
	tries: [],
	drafts: [],
	sources: [],
	before: new Map(),
	models: new Map([["v1", "<svg/>"]]),
	...more,
});

describe("the checklist", () => {
	test("is there from the opening, with the criteria that students see", () => {
		expect(workData(record(), parts()).exercise.criteria.length).toBeGreaterThan(3);
	});

	test("comes with the first hand-in where the assignment says so", () => {
		const later = record({ showChecklist: "hand-in" });
		expect(workData(later, parts()).exercise.criteria).toEqual([]);
		expect(workData(later, parts({ tries: [handIn(1)] })).exercise.criteria.length).toBeGreaterThan(3);
	});

	test("never comes with the model", () => {
		expect(JSON.stringify(workData(record(), parts()))).not.toContain('"model":"');
	});
});

describe("tries", () => {
	test("are those of this exercise, with which of them counts", () => {
		const tries = [handIn(1), handIn(2), handIn(1, { exerciseId: "other" }), handIn(1, { assignmentId: "other" })];
		expect(workData(record(), parts({ tries })).handIns.map((h) => [h.id, h.counts])).toEqual([
			["h1", true],
			["h2", false],
		]);
	});

	test.each([
		[null, 2, null],
		[3, 0, 3],
		[3, 2, 1],
		[1, 2, 0],
	])("with %s allowed and %s made leave %s", (allowed, made, left) => {
		const tries = Array.from({ length: made }, (_, i) => handIn(i + 1));
		expect(workData(record({ tries: allowed }), parts({ tries })).triesLeft).toBe(left);
	});

	test("have no points before those are released", () => {
		const tries = [handIn(1, { open: "2" })];
		const shown = (more: Partial<WorkRecord>) => workData(record(more), parts({ tries })).handIns[0];
		expect(shown({})).toMatchObject({ points: { earned: 7, possible: 16 }, open: 2 });
		expect(shown({ showPoints: "release" })).toMatchObject({ points: null, open: 0 });
		expect(shown({ showPoints: "release", released: true })).toMatchObject({ points: { earned: 7 } });
	});

	test("that wait for their check have no points yet", () => {
		const [waiting] = workData(record(), parts({ tries: [handIn(1, { earned: null, possible: null })] })).handIns;
		expect(waiting?.points).toBeNull();
	});
});

describe("the draft", () => {
	test("is that of this exercise, with its revision and device", () => {
		const work = workData(record(), parts({ drafts: [draft({ exerciseId: "other" }), draft({ revision: 4 })] }));
		expect(work.draft).toEqual(draftData(draft({ revision: 4 })));
		expect(work.draft).toMatchObject({ revision: 4, device: "d1", savedAt: "2027-03-01T10:00:00.000Z" });
	});

	test("isn't there before something was written: only hints were asked for", () => {
		const hinted = { band: { given: 2, runs: 1 } };
		const work = workData(record(), parts({ drafts: [draft({ revision: 0, hinted })] }));
		expect([work.draft, work.hinted]).toEqual([null, { band: 2 }]);
	});
});

describe("the model", () => {
	test("is shown as a picture, or with its source, once it is released", () => {
		expect(workData(record({ showModel: "release" }), parts()).model).toBeNull();
		const picture = workData(record({ showModel: "release", released: true }), parts()).model;
		expect(picture?.picture).toContain("<svg");
		expect(picture).toEqual({ picture: "<svg/>", source: null, language: "nib" });
		const whole = workData(record({ showModel: "release", released: true, showModelAs: "source" }), parts()).model;
		expect(whole?.source).toContain("circle");
	});
});

test("the program that was handed in last is given back to begin with", () => {
	const sources = [
		{ assignmentId: "a1", exerciseId: "other", source: "walk 1", language: "nib" as const },
		{ assignmentId: "a1", exerciseId: "e1", source: "walk 2", language: "nib" as const },
	];
	expect(workData(record(), parts({ sources })).lastSource).toBe("walk 2");
	expect(workData(record(), parts()).lastSource).toBeNull();
});
