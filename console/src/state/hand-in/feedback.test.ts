import type { HandInPage, ReportBody } from "@markpen/contract";
import { describe, expect, test } from "vitest";
import { grouped } from "./feedback.ts";

type Criterion = ReportBody["criteria"][number];
const criterion = (id: string, verdict: Criterion["verdict"], more: Partial<Criterion> = {}) =>
	({ id, verdict, possible: 2, ...more }) as Criterion;
const decided = (id: string, more: Partial<HandInPage["criteria"][number]>): HandInPage["criteria"][number] => ({
	id,
	points: 0,
	judged: null,
	adjusted: null,
	...more,
});
const shown = (criteria: Criterion[], standings: HandInPage["criteria"] = []) =>
	grouped(criteria, standings).map((g) => [g.title, g.criteria.map((c) => c.id).join(), g.next] as const);

describe("feedback on criteria", () => {
	test("tells what is met, what is partly, and what to try next, in this order", () => {
		expect(
			shown([
				criterion("a", "missed"),
				criterion("b", "met"),
				criterion("c", "partly"),
				criterion("d", "not-judged"),
				criterion("e", "met"),
			]),
		).toEqual([
			["Met", "b,e", false],
			["Partly", "c", false],
			["Try next", "a,d", true],
		]);
	});

	test("leaves out groups without criteria; what is partly is next where nothing is missed", () => {
		expect(shown([criterion("a", "partly"), criterion("b", "met")])).toEqual([
			["Met", "b", false],
			["Partly", "a", true],
		]);
		expect(shown([criterion("b", "met")])).toEqual([["Met", "b", false]]);
	});

	test("uses what a teacher decided", () => {
		const waits = criterion("w", "not-judged", { waits: "teacher" });
		expect(shown([waits])).toEqual([["Your teacher will look at this", "w", false]]);
		expect(shown([waits], [decided("w", { judged: 2 })])).toEqual([["Met", "w", false]]);
		expect(shown([waits], [decided("w", { judged: 1 })])).toEqual([["Partly", "w", true]]);
		const adjusted = { points: 0, reason: "copied", by: "T. Example", at: "2026-11-26T00:00:00Z" };
		expect(shown([criterion("m", "met")], [decided("m", { adjusted })])).toEqual([["Try next", "m", true]]);
	});
});
