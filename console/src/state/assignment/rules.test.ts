import { describe, expect, test } from "vitest";
import { offered, placeWords } from "../hand-in/marking.svelte.ts";
import { differences, freshRules, onClock, rulesBody } from "./rules.ts";

describe("an assignment's rules", () => {
	const form = freshRules("Europe/Lisbon", Date.UTC(2027, 2, 10, 12));

	test("begin with times on the class's own clock", () => {
		expect([form.opensAt, form.dueAt, form.closesAt]).toEqual([
			"2027-03-10T12:00",
			"2027-03-17T16:00",
			"2027-03-24T16:00",
		]);
		expect(onClock("2027-07-01T23:30:00Z", "Europe/Lisbon")).toBe("2027-07-02T00:30");
		expect(onClock("2027-01-01T02:00:00Z", "America/Bogota")).toBe("2026-12-31T21:00");
	});

	test("are sent without empty values", () => {
		expect(rulesBody(form)).not.toHaveProperty("title");
		expect(rulesBody({ ...form, title: " Sails ", tries: 2.4, late: "reduced", latePercent: 25 })).toMatchObject({
			title: "Sails",
			tries: 2,
			lateShare: 0.25,
		});
		expect(rulesBody({ ...form, tries: 0, late: "marked", latePercent: 25 })).toMatchObject({
			tries: null,
			lateShare: 0,
		});
	});

	test("tell in words where two versions differ", () => {
		expect(differences(form, { ...form, tries: 3, handInDrafts: false, dueAt: "2027-03-18T09:00" })).toEqual([
			{ field: "Due", mine: "2027-03-17 16:00", theirs: "2027-03-18 09:00" },
			{ field: "Tries", mine: "unlimited", theirs: "3" },
			{ field: "Drafts handed in at closing", mine: "yes", theirs: "no" },
		]);
		expect(differences(form, form)).toEqual([]);
	});
});

describe("kept comments", () => {
	const kept = [
		{ id: "1", words: "general", slip: null },
		{ id: "2", words: "other", slip: "drawn-twice" },
		{ id: "3", words: "fits", slip: "turned" },
	];

	test("that fit what went wrong are offered first, those that fit something else last", () => {
		expect(offered(kept, { slips: [{ id: "turned" }] } as never).map((k) => k.words)).toEqual([
			"fits",
			"general",
			"other",
		]);
		expect(offered(kept, null).map((k) => k.words)).toEqual(["general", "other", "fits"]);
	});

	test("name their subject", () => {
		const page = {
			report: { criteria: [{ id: "across", asks: "80 across" }], figures: [{ index: 2, sentence: "circle, red" }] },
		} as never;
		expect(
			(
				[
					{ on: "whole" },
					{ on: "lines", from: 3, to: 3 },
					{ on: "lines", from: 3, to: 5 },
					{ on: "criterion", criterion: "across" },
					{ on: "figure", figure: 2 },
				] as const
			).map((p) => placeWords(p, page)),
		).toEqual(["the whole", "line 3", "lines 3 to 5", "80 across", "circle, red"]);
	});
});
