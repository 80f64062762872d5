import { describe, expect, test } from "vitest";
import { formOf, PRESETS, presetOf } from "./presets.ts";
import { freshRules } from "./rules.ts";

const ZONE = "Europe/Lisbon";
/** A Monday in summer time: 10:10 in Lisbon. */
const NOW = Date.parse("2026-06-01T09:10:00Z");
const named = (name: string) => PRESETS.find((p) => p.name === name) as (typeof PRESETS)[number];
const fresh = () => ({ ...freshRules(ZONE, NOW), title: "Sails" });

describe("a preset", () => {
	test("for this lesson is due and closes in an hour", () => {
		expect(formOf(named("This lesson"), fresh(), ZONE, NOW)).toMatchObject({
			title: "Sails",
			opensAt: "2026-06-01T10:10",
			dueAt: "2026-06-01T11:10",
			closesAt: "2026-06-01T11:10",
			tries: null,
		});
	});

	test("for homework is due in a week at four, and closes a day later", () => {
		expect(formOf(named("Homework, one week"), fresh(), ZONE, NOW)).toMatchObject({
			dueAt: "2026-06-08T16:00",
			closesAt: "2026-06-09T16:00",
		});
	});

	test("for a test has one try and shows nothing before the release", () => {
		expect(formOf(named("Test: one try, feedback at release"), fresh(), ZONE, NOW)).toMatchObject({
			tries: 1,
			showPoints: "release",
			showFeedback: "release",
			showModel: "release",
		});
	});

	test.each(PRESETS.map((p) => [p.name]))("made of the form of “%s” gives the same form again", (name) => {
		const form = formOf(named(name), fresh(), ZONE, NOW);
		expect(formOf(presetOf("mine", form), fresh(), ZONE, NOW)).toEqual(form);
	});

	test("keeps the share that late work loses", () => {
		const form = { ...fresh(), late: "reduced" as const, latePercent: 35 };
		expect(formOf(presetOf("mine", form), fresh(), ZONE, NOW)).toMatchObject({ late: "reduced", latePercent: 35 });
	});
});
