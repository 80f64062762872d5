import { describe, expect, test } from "vitest";
import { type Showing, shownTo } from "./shown.ts";
import { idleHandIns } from "./stuck.ts";

const now = new Date("2027-03-01T12:00:00Z");
const [before, after] = [new Date("2027-03-01T11:00:00Z"), new Date("2027-03-01T13:00:00Z")];
const showing = (when: Showing["showPoints"], model: Showing["showModel"] = "never"): Showing => ({
	showChecklist: "opening",
	showPoints: when,
	showFeedback: when,
	showModel: model,
	showModelAs: "picture",
});

describe("points and feedback are shown", () => {
	test.each([
		["at once", after, false, true],
		["release", after, false, false],
		["release", before, false, false],
		["release", after, true, true],
		["closing", after, false, false],
		["closing", before, false, true],
		["closing", now, false, true],
		["closing", after, true, true],
	] as const)("%s: closes %o, released %o", (when, closesAt, released, wanted) => {
		expect(shownTo(showing(when), { closesAt, released }, now)).toMatchObject({ points: wanted, feedback: wanted });
	});
});

describe("the model is shown", () => {
	test.each([
		["never", before, true, false],
		["release", before, false, false],
		["release", after, true, true],
		["closing", after, true, false],
		["closing", before, false, true],
	] as const)("%s: closes %o, released %o", (when, closesAt, released, wanted) => {
		expect(shownTo(showing("at once", when), { closesAt, released }, now).model).toBe(wanted);
	});
});

test("hand-ins are idle from the one that brought the most on", () => {
	expect([[], [5], [5, 5, 5], [3, 5, 5], [3, 5, 4, 4], [1, 2, 3]].map(idleHandIns)).toEqual([0, 1, 3, 2, 3, 1]);
});
