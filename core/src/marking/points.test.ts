import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Common, Judgement } from "./criterion.ts";
import type { Group } from "./marking-spec.ts";
import { type Judged, pointsFor, scores, total } from "./points.ts";

function judged(
	criterion: Partial<Common> & { id: string; points: number },
	of: Partial<Judgement> & { met?: boolean[]; offs?: number[]; full?: number },
	forbids = false,
): Judged {
	const findings = (of.met ?? []).map((met, i) => ({
		met,
		code: "count",
		data: {},
		...(of.offs && { off: of.offs[i] as number }),
		...(of.full !== undefined && { full: of.full }),
	}));
	const share = of.share ?? (findings.length === 0 ? 0 : findings.filter((f) => f.met).length / findings.length);
	return {
		criterion: criterion as Common,
		forbids,
		judgement: { findings, share, figures: [], ...(of.missing && { missing: true }) },
	};
}

const score = (one: Judged) => scores([one])[0];

test("credit is rounded once, to quarter points, halves upwards", () => {
	expect([pointsFor(0.5, 1), pointsFor(0.125, 1), pointsFor(0.124, 1), pointsFor(1 / 3, 2)]).toEqual([
		0.5, 0.25, 0, 0.75,
	]);
});

test("only full credit earns full points", () => {
	expect([pointsFor(0.99, 1), pointsFor(0.999, 4), pointsFor(1, 4)]).toEqual([0.75, 3.75, 4]);
	fc.assert(
		fc.property(
			fc.double({ min: 0, max: 0.9999, noNaN: true }),
			fc.integer({ min: 1, max: 10 }),
			(credit, possible) => pointsFor(credit, possible) < possible,
		),
	);
});

describe("credit", () => {
	test("all or nothing, by default", () => {
		expect(score(judged({ id: "a", points: 2 }, { met: [true, false] }))).toEqual({ verdict: "missed", points: 0 });
		expect(score(judged({ id: "a", points: 2 }, { met: [true, true] }))).toEqual({ verdict: "met", points: 2 });
	});

	test("by share", () => {
		expect(score(judged({ id: "a", points: 2, credit: "by share" }, { met: [true, true, true, false] }))).toEqual({
			verdict: "partly",
			points: 1.5,
		});
	});

	test("by distance: full up to the tolerance, straight down to nothing at four times it", () => {
		const at = (off: number) =>
			score(
				judged(
					{ id: "a", points: 3, credit: "by distance" },
					{ met: [off <= 4], offs: [off], full: 4, share: off <= 4 ? 1 : 0 },
				),
			)?.points;
		expect([at(3), at(4), at(10), at(13), at(16), at(30)]).toEqual([3, 3, 1.5, 0.75, 0, 0]);
	});

	test("with figures missing, all or nothing judges those that are there, and by share pays for the rest", () => {
		const six = { met: Array(6).fill(true) as boolean[], share: 6 / 7 };
		expect(score(judged({ id: "a", points: 1 }, six))?.points).toBe(1);
		expect(score(judged({ id: "a", points: 1, credit: "by share" }, six))?.points).toBe(0.75);
	});
});

describe("a criterion that only forbids", () => {
	const neat = judged({ id: "neat", points: 1 }, { met: [true] }, true);

	test("isn't judged until half of what is asked for is earned", () => {
		const asked = [judged({ id: "a", points: 2 }, { met: [true] }), judged({ id: "b", points: 3 }, { met: [false] })];
		expect(scores([...asked, neat]).at(-1)).toEqual({ verdict: "not-judged", points: 0 });
		expect(
			scores([
				judged({ id: "a", points: 3 }, { met: [true] }),
				judged({ id: "b", points: 3 }, { met: [false] }),
				neat,
			]).at(-1),
		).toEqual({ verdict: "met", points: 1 });
	});

	test("needs, where given, replaces the rule", () => {
		const needing = judged({ id: "neat", points: 1, needs: ["b"] }, { met: [true] }, true);
		const a = judged({ id: "a", points: 1 }, { met: [false] });
		expect(scores([a, judged({ id: "b", points: 1 }, { met: [true] }), needing]).at(-1)?.verdict).toBe("met");
		expect(
			scores([
				judged({ id: "a", points: 9 }, { met: [true] }),
				judged({ id: "b", points: 1 }, { met: [false] }),
				needing,
			]).at(-1)?.verdict,
		).toBe("not-judged");
	});

	test("earns nothing alone", () => {
		expect(score(neat)).toEqual({ verdict: "not-judged", points: 0 });
	});
});

test("possible leaves bonus out, and earned never exceeds possible", () => {
	const all = [
		judged({ id: "a", points: 2 }, { met: [true] }),
		judged({ id: "b", points: 1, bonus: true }, { met: [true] }),
	];
	expect(total(all, scores(all))).toEqual({ earned: 2, possible: 2, open: 0 });
	const less = [
		judged({ id: "a", points: 2 }, { met: [false] }),
		judged({ id: "b", points: 1, bonus: true }, { met: [true] }),
	];
	expect(total(less, scores(less))).toEqual({ earned: 1, possible: 2, open: 0 });
});

test("the order of criteria never changes points", () => {
	const one = fc.record({
		points: fc.integer({ min: 0, max: 4 }),
		met: fc.array(fc.boolean(), { minLength: 1, maxLength: 4 }),
		forbids: fc.boolean(),
		share: fc.boolean(),
	});
	fc.assert(
		fc.property(fc.array(one, { minLength: 1, maxLength: 8 }), fc.integer(), (raw, seed) => {
			const all = raw.map((r, i) =>
				judged(
					{ id: `c${i}`, points: r.points, ...(r.share && { credit: "by share" as const }) },
					{ met: r.met },
					r.forbids,
				),
			);
			const shuffled = [...all].sort(
				(p, q) => ((p.criterion.id.charCodeAt(1) * 7 + seed) % 5) - ((q.criterion.id.charCodeAt(1) * 7 + seed) % 5),
			);
			expect(total(shuffled, scores(shuffled))).toEqual(total(all, scores(all)));
		}),
	);
});

describe("groups", () => {
	const inner = (...met: boolean[]) => met.map((m, i) => judged({ id: `i${i}`, points: 0 }, { met: [m] }));
	const group = (how: Partial<Group>, points: number, met: boolean[]): Judged => ({
		...judged({ id: "g", points, ...how } as never, { met }),
		inner: inner(...met),
	});

	test.each([
		["any of: one is enough", { "any of": [] }, [false, true], 2],
		["any of: none", { "any of": [] }, [false, false], 0],
		["all of: whole or nothing", { "all of": [] }, [true, false], 0],
		["all of, by share: half", { "all of": [], credit: "by share" }, [true, false], 1],
		["at least two of three", { "at least": 2, among: [] }, [true, false, true], 2],
		["at least two of three, with one", { "at least": 2, among: [] }, [true, false, false], 0],
		[
			"at least two of three by share, with one",
			{ "at least": 2, among: [], credit: "by share" },
			[true, false, false],
			1,
		],
	] as [string, Partial<Group>, boolean[], number][])("%s", (_, how, met, points) => {
		expect(score(group(how, 2, met))?.points).toBe(points);
	});
});

describe("what waits for a person", () => {
	const waiting = judged({ id: "w", points: 2 }, {});
	const waits: Judged = { ...waiting, judgement: { ...waiting.judgement, waits: "teacher" } };

	test("isn't in the points so far", () => {
		const all = [judged({ id: "a", points: 3 }, { met: [true] }), waits];
		expect(scores(all).map((s) => s.verdict)).toEqual(["met", "not-judged"]);
		expect(total(all, scores(all))).toEqual({ earned: 3, possible: 3, open: 2 });
	});

	test("counts as it was judged", () => {
		const given: Judged = {
			...waiting,
			judgement: { findings: [{ met: false, code: "by-teacher", data: {} }], share: 0, figures: [], given: 1.5 },
		};
		expect(scores([given])[0]).toEqual({ verdict: "partly", points: 1.5 });
	});

	test("bonus beyond full goes over what is possible", () => {
		const all = [
			judged({ id: "a", points: 2 }, { met: [true] }),
			judged({ id: "b", points: 1, bonus: true }, { met: [true] }),
		];
		expect(total(all, scores(all), true)).toEqual({ earned: 3, possible: 2, open: 0 });
	});
});
