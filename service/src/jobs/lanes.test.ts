import { describe, expect, test } from "vitest";
import { Lanes, LONG_MILLISECONDS } from "./lanes.ts";

function world(cores: number) {
	let time = 0;
	let id = 0;
	const lanes = new Lanes(cores, () => time);
	return {
		lanes,
		begin(lane: "quick" | "slow" | "long", count = 1) {
			return Array.from({ length: count }, () => {
				lanes.begin(String(++id), lane);
				return String(id);
			});
		},
		later: (by: number) => {
			time += by;
		},
		free: () => [lanes.free("quick"), lanes.free("slow"), lanes.free("long")],
	};
}

describe("lanes", () => {
	test("when nothing runs, quick checks may have every core, and one of each other begins", () =>
		expect(world(4).free()).toEqual([4, 1, 1]));

	test("slow checks take idle cores, and leave quick ones their places", () => {
		const { begin, free } = world(4);
		begin("slow");
		expect(free()).toEqual([4, 3, 1]);
		begin("slow", 3);
		expect(free()).toEqual([4, 0, 1]);
	});

	test("beside quick checks on every core one slow and one long job go on", () => {
		const { begin, free } = world(2);
		begin("quick", 2);
		expect(free()).toEqual([0, 1, 1]);
		begin("slow");
		begin("long");
		expect(free()).toEqual([0, 0, 0]);
	});

	test("a quick check that takes long gives its place back", () => {
		const { begin, later, free, lanes } = world(2);
		const [first] = begin("quick", 2);
		later(LONG_MILLISECONDS);
		expect(free()).toEqual([2, 0, 1]);
		lanes.end(first as string);
		expect(free()).toEqual([2, 1, 1]);
	});

	test("but no more of them than there are cores", () => {
		const { begin, later, free } = world(2);
		begin("quick", 2);
		later(LONG_MILLISECONDS);
		begin("quick", 2);
		later(LONG_MILLISECONDS);
		expect(free()).toEqual([0, 0, 1]);
	});

	test("a student's next check waits behind one that takes long, a class's behind those of two students", () => {
		const { lanes, later } = world(2);
		const whose = (student: string) => ({ student, class: "tern" });
		lanes.begin("1", "quick", whose("nell"));
		expect(lanes.behind(whose("nell"))).toBe(false);
		later(LONG_MILLISECONDS);
		expect([lanes.behind(whose("nell")), lanes.behind(whose("idris")), lanes.behind(undefined)]).toEqual([
			true,
			false,
			false,
		]);
		lanes.begin("2", "quick", whose("ivo"));
		later(LONG_MILLISECONDS);
		expect(lanes.behind(whose("idris"))).toBe(true);
		expect(lanes.behind({ student: "g-ada", class: "gannet" })).toBe(false);
		lanes.end("2");
		expect(lanes.behind(whose("idris"))).toBe(false);
	});

	test("however jobs come, there are threads for them", () => {
		for (const cores of [1, 2, 4]) {
			const { begin, later, free, lanes } = world(cores);
			for (let round = 0; round < 50; round++) {
				const lane = (["quick", "slow", "long", "quick"] as const)[round % 4] as "quick";
				if (lanes.free(lane) > 0) begin(lane);
				later(300);
				expect(Math.min(...free())).toBeGreaterThanOrEqual(0);
				const { quick, behind } = Lanes.threadsFor(cores);
				expect(lanes.running).toBeLessThanOrEqual(quick + behind);
			}
		}
	});
});
