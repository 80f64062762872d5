import type { Conditions, DrawingReport } from "@markpen/core";
import { beforeEach, describe, expect, test } from "vitest";
import type { Ports } from "../site/ports.ts";
import { answering, settle, stubBrowser } from "../site/test-world.ts";

stubBrowser();
const { Lesson } = await import("./lesson.svelte.ts");

const SHEET = { width: 400, height: 300, origin: "top left" };
const drafts = (...of: [id: string, source: string][]) => ({
	criteria: 3,
	conditions: { sheet: SHEET, seed: 1 },
	drafts: of.map(([id, source]) => ({ student: { id, name: id.toUpperCase() }, source })),
});

/** A runner that waits until the test lets it go on, and says what it ran. */
class SlowRunner {
	readonly ran: string[] = [];
	readonly conditions: unknown[] = [];
	slow = false;
	lost = "";
	private waiting: (() => void)[] = [];

	readonly runner = {
		ask: (async (_: "run", { source, conditions }: { source: string; conditions?: Conditions }) => {
			this.ran.push(source);
			this.conditions.push(conditions);
			if (this.slow) await new Promise<void>((resolve) => this.waiting.push(resolve));
			return source === this.lost ? undefined : ({ picture: source } as unknown as DrawingReport);
		}) as unknown as Ports["runner"]["ask"],
		end: () => void this.ran.push("ended"),
	};

	async goOn(): Promise<void> {
		for (const resolve of this.waiting.splice(0)) resolve();
		await settle();
	}
}

let runs: SlowRunner;
let lesson: InstanceType<typeof Lesson>;
let classroom: Record<string, ReturnType<typeof drafts>>;
let calls: string[];
const drawings = () => Object.fromEntries([...lesson.drawings].map(([id, d]) => [id, d.picture as unknown]));

beforeEach(() => {
	runs = new SlowRunner();
	lesson = new Lesson(runs.runner);
	classroom = { sail: drafts(["a", "walk 1"], ["b", "walk 2"]), buoy: drafts(["a", "dot"]) };
	({ calls } = answering({ listDrafts: ({ query }) => classroom[query.get("exercise") ?? ""] }));
});

describe("in the lesson", () => {
	test("each draft is run with the exercise's conditions, one after another", async () => {
		await lesson.look("a1", "sail");
		expect([lesson.drafts.length, lesson.criteria, drawings()]).toEqual([2, 3, { a: "walk 1", b: "walk 2" }]);
		expect(runs.conditions).toEqual([
			{ sheet: SHEET, seed: 1 },
			{ sheet: SHEET, seed: 1 },
		]);
	});

	test("only drafts that changed are run again", async () => {
		await lesson.look("a1", "sail");
		classroom.sail = drafts(["a", "walk 1"], ["b", "walk 22"], ["c", "walk 3"]);
		await lesson.look("a1", "sail");
		expect(runs.ran).toEqual(["walk 1", "walk 2", "walk 22", "walk 3"]);
		expect(drawings()).toEqual({ a: "walk 1", b: "walk 22", c: "walk 3" });
	});

	test("a draft that takes too long keeps the drawing before it", async () => {
		await lesson.look("a1", "sail");
		runs.lost = "repeat forever";
		classroom.sail = drafts(["a", "repeat forever"], ["b", "walk 2"]);
		await lesson.look("a1", "sail");
		expect(drawings()).toEqual({ a: "walk 1", b: "walk 2" });
	});

	test("another exercise begins without drawings, though a program is the same", async () => {
		await lesson.look("a1", "sail");
		classroom.buoy = drafts(["a", "walk 1"]);
		await lesson.look("a1", "buoy");
		expect([runs.ran, drawings()]).toEqual([["walk 1", "walk 2", "walk 1"], { a: "walk 1" }]);
	});

	test("another exercise that is chosen while one is drawn is turned to at once", async () => {
		runs.slow = true;
		const looking = lesson.look("a1", "sail");
		await settle();
		void lesson.look("a1", "buoy");
		await runs.goOn();
		await runs.goOn();
		await looking;
		expect([runs.ran, drawings()]).toEqual([["walk 1", "dot"], { a: "dot" }]);
	});

	test("of many looks that come while one is made, the last alone is made after it", async () => {
		runs.slow = true;
		const looking = lesson.look("a1", "sail");
		await settle();
		for (let n = 0; n < 20; n++) void lesson.look("a1", "sail");
		await runs.goOn();
		await runs.goOn();
		await looking;
		expect(calls.length).toBe(2);
		expect(runs.ran).toEqual(["walk 1", "walk 2"]);
	});

	test("once it was left, nothing more is run", async () => {
		runs.slow = true;
		const looking = lesson.look("a1", "sail");
		await settle();
		lesson.leave();
		await runs.goOn();
		await looking;
		await lesson.look("a1", "buoy");
		expect([runs.ran, calls.length]).toEqual([["walk 1", "ended"], 1]);
	});

	test("a look that fails leaves the next one possible", async () => {
		answering({});
		await expect(lesson.look("a1", "sail")).rejects.toThrow("can't be reached");
		answering({ listDrafts: () => classroom.sail });
		await lesson.look("a1", "sail");
		expect(drawings()).toEqual({ a: "walk 1", b: "walk 2" });
	});
});
