import { CallError } from "@markpen/client";
import type { HandInPage, ReportBody, Work } from "@markpen/contract";
import { beforeEach, describe, expect, test } from "vitest";
import type { Ports } from "../site/ports.ts";
import { storage, stored, stubBrowser, TestClock } from "../site/test-world.ts";

stubBrowser();
const { Desk } = await import("./desk.svelte.ts");

const WORK = {
	assignmentId: "a",
	className: "8 Tern",
	closesAt: "2030-01-01T00:00:00Z",
	triesLeft: 2,
	handIns: [],
	hinted: {},
	draft: null,
	lastSource: null,
	lastLanguage: null,
	continues: null,
	exercise: {
		id: "sail",
		title: "Sail",
		languages: ["nib"],
		starter: "walk 1",
		starters: {},
		conditions: { sheet: null, seed: 7, frames: null, steps: null, without: ["circle"] },
		criteria: [
			{ id: "closed", hint: "Look at the ends.", ask: null },
			{ id: "why", hint: null, ask: { question: "Why?", when: "after running" } },
		],
	},
} as unknown as Work;

const offline = () => new CallError(0, "The service can't be reached.", undefined as never);
const report = (earned: number, met: string[] = []) =>
	({
		state: "drew",
		points: { earned, possible: 4 },
		criteria: ["closed", "why"].map((id) => ({ id, verdict: met.includes(id) ? "met" : "missed" })),
	}) as unknown as ReportBody;

/** A world without browser and service, with a clock that the test moves. */
class World {
	readonly clock = new TestClock();
	readonly calls: string[] = [];
	readonly ran: { source: string; seed: number }[] = [];
	answer: { state: string } | undefined = { state: "drew" };
	online: () => void = () => undefined;
	checked: () => void = () => undefined;
	handIn: () => Promise<{ id: string }> = async () => ({ id: "h1" });
	page = {
		id: "h1",
		tryNumber: 1,
		source: "walk 1",
		language: "nib",
		waiting: true,
		points: null,
		report: null,
	} as unknown as HandInPage;
	reports: ReportBody[] = [];

	readonly ports = {
		api: {
			saveDraft: async ({ body }: { body: { source: string } }) => {
				this.calls.push(`save ${body.source}`);
				return { revision: 1 };
			},
			showWork: async () => WORK,
			selfCheck: async ({ params, body }: { params: { exercise: string }; body: { source: string } }) => {
				this.calls.push(`check ${params.exercise} ${body.source}`);
				return { id: "s" };
			},
			showSelfCheck: async () => ({ report: this.reports.shift() ?? null }),
			noteRun: async ({ body }: { body: { state: string; met: string[]; milliseconds: number } }) => {
				this.calls.push(`ran ${body.state} ${body.met.join("+")} ${body.milliseconds}`);
				return { runs: 1 };
			},
			nextHint: async ({ params }: { params: { number: number } }) => ({
				hint: `hint ${params.number}`,
				more: params.number < 2,
			}),
			handIn: async () => {
				this.calls.push("hand in");
				return this.handIn();
			},
			showHandIn: async () => this.page,
			listWork: async () => ({
				work: [WORK, { ...WORK, assignmentId: "b", exercise: { ...WORK.exercise, id: "buoy" } }],
			}),
		} as unknown as Ports["api"],
		storage,
		runner: {
			ask: (async (what: string, of: { source: string; seed: number }) => {
				if (what === "help") return undefined;
				this.ran.push({ source: of.source, seed: of.seed });
				return this.answer;
			}) as Ports["runner"]["ask"],
			end: () => void this.calls.push("runner ended"),
		},
		clock: this.clock,
		follow: (_: string, on: Readonly<Record<string, (data: unknown) => void>>) => {
			this.checked = () => on.checked?.({});
			return () => undefined;
		},
		onOnline: (call: () => void) => {
			this.online = call;
			return () => {
				this.online = () => undefined;
			};
		},
		device: () => "a test",
	} satisfies Ports;

	/** Lets time pass, and everything that was waiting for it happen. */
	async pass(milliseconds: number): Promise<void> {
		this.clock.pass(milliseconds);
		await settle();
	}
}

const settle = () => new Promise<void>((resolve) => setImmediate(resolve));
let world: World;
const begin = (more: Partial<Work> = {}) => new Desk({ ...WORK, ...more }, world.ports);

beforeEach(() => {
	stored.clear();
	world = new World();
});

describe("what is written", () => {
	test("begins with the draft, else the last try, else what it continues, else the starter", () => {
		const draft = {
			source: "d",
			language: "nib" as const,
			answers: {},
			runs: 3,
			revision: 2,
			savedAt: "2029-01-01T00:00:00Z",
			device: "",
		};
		expect(begin({ draft, lastSource: "l" }).draft.source).toBe("d");
		expect(begin({ lastSource: "l" }).draft.source).toBe("l");
		expect(begin({ continues: { source: "c" } as never }).draft.source).toBe("c");
		expect(begin().draft.source).toBe("walk 1");
	});

	test("a version that isn't chosen is kept, at most ten, and none twice or empty", () => {
		const { draft } = begin();
		for (let n = 2; n < 15; n++) draft.replace(`walk ${n}`);
		draft.replace("walk 14");
		draft.replace("  ");
		draft.replace("walk 3");
		expect(draft.aside.map((v) => v.source).slice(0, 3)).toEqual(["walk 14", "walk 13", "walk 12"]);
		expect(draft.aside.length).toBe(10);
	});

	test("of two versions the one that isn't chosen is kept", () => {
		const desk = begin();
		desk.draft.write("mine");
		const theirs = {
			source: "theirs",
			language: "nib" as const,
			answers: {},
			revision: 5,
			savedAt: "2029-05-05T00:00:00Z",
			device: "",
			runs: 0,
		};
		desk.draft.autosave.clash(theirs, "2029-05-04T00:00:00Z");
		desk.draft.settle(false);
		expect([desk.draft.source, desk.draft.aside.map((v) => v.source)]).toEqual(["theirs", ["mine"]]);
	});

	test("ticks are there again for the next visit, and an answer knows whether it came before the first run", async () => {
		const desk = begin();
		desk.draft.tick("closed");
		desk.answer("why", "so");
		await desk.runNow();
		desk.answer("closed", "later");
		expect([...begin().draft.ticks]).toEqual(["closed"]);
		expect(desk.draft.answers).toEqual({
			why: { words: "so", when: "before running" },
			closed: { words: "later", when: "after running" },
		});
		expect(desk.draft.unanswered).toBe(0);
	});
});

describe("runs", () => {
	test("run what is written, with the exercise's first seed until another is chosen", async () => {
		const desk = begin();
		await desk.runNow();
		await desk.runNow(99);
		await desk.runNow();
		expect(world.ran).toEqual([
			{ source: "walk 1", seed: 7 },
			{ source: "walk 1", seed: 99 },
			{ source: "walk 1", seed: 99 },
		]);
		expect([desk.run.count, desk.fresh]).toEqual([3, true]);
		desk.draft.write("walk 2");
		expect(desk.fresh).toBe(false);
	});

	test("a run whose worker was lost is reported, and the program stays", async () => {
		world.answer = undefined;
		const desk = begin();
		await desk.runNow();
		await settle();
		expect([desk.run.lost, desk.draft.source]).toEqual([true, "walk 1"]);
		expect(world.calls).toContain("ran lost  0");
	});

	test("the service hears of each, with the time since the last; every fourth unchecked one is checked unseen", async () => {
		const desk = begin();
		world.reports = [report(1, ["closed"])];
		for (let n = 0; n < 4; n++) {
			await world.pass(1_000);
			await desk.runNow();
			await settle();
		}
		expect(world.calls.filter((c) => !c.startsWith("save"))).toEqual([
			"ran drew  1000",
			"ran drew  1000",
			"ran drew  1000",
			"check sail walk 1",
			"ran drew closed 1000",
		]);
		expect(desk.checks.checked).toBeUndefined();
	});

	test("an example is drawn without the program's being run", async () => {
		const desk = begin();
		await desk.run.showExample({ source: "circle", language: "nib" });
		expect([desk.run.example, desk.fresh, desk.run.count, desk.draft.source]).toEqual([true, false, 0, "walk 1"]);
	});
});

describe("self-checks and hints", () => {
	test("a check runs what isn't drawn yet, and waits for its report by longer and longer looks", async () => {
		const desk = begin();
		const checking = desk.check();
		await settle();
		expect([desk.checks.checking, world.ran.length]).toEqual([true, 1]);
		await world.pass(150);
		world.reports = [report(2, ["closed"])];
		await world.pass(250);
		await checking;
		expect([desk.checks.checking, desk.found?.source, desk.found?.report.points?.earned]).toEqual([false, "walk 1", 2]);
	});

	test("a check that fails says why", async () => {
		const desk = begin();
		Object.assign(world.ports.api, { selfCheck: () => Promise.reject(offline()) });
		await desk.check();
		expect([desk.error, desk.checks.checking]).toEqual(["The service can't be reached.", false]);
	});

	test("hints come one after another, and those that were given before are there again", async () => {
		const desk = begin({ hinted: { closed: 1 } });
		await settle();
		expect(desk.checks.hints).toEqual({ closed: ["hint 1"] });
		await desk.hint("closed");
		expect([desk.checks.hints.closed, desk.checks.more.has("closed")]).toEqual([["hint 1", "hint 2"], false]);
	});

	test("without a network the first hint is given once the program was run", async () => {
		Object.assign(world.ports.api, { nextHint: () => Promise.reject(offline()) });
		const desk = begin();
		await desk.hint("closed");
		expect([desk.checks.hints, desk.error]).toEqual([{}, "The service can't be reached."]);
		await desk.runNow();
		await desk.hint("closed");
		expect([desk.checks.hints, desk.error]).toEqual([{ closed: ["Look at the ends."] }, ""]);
	});
});

describe("handing in", () => {
	test("what arrived counts as a try, and its report comes with the event", async () => {
		const desk = begin();
		const handing = desk.handInNow();
		await settle();
		expect([desk.handIn.handing, desk.handIn.triesLeft]).toEqual([true, 1]);
		world.page = { ...world.page, waiting: false, report: report(3), points: { earned: 3, possible: 4, open: 0 } };
		world.checked();
		await handing;
		expect([desk.handIn.handing, desk.handIn.triesLeft, desk.found?.report.points?.earned]).toEqual([false, 1, 3]);
	});

	test("where events don't come through, a look now and then finds the report", async () => {
		const desk = begin();
		const handing = desk.handInNow();
		await settle();
		await world.pass(1_500);
		world.page = { ...world.page, waiting: false, report: report(3), points: { earned: 3, possible: 4, open: 0 } };
		await world.pass(1_500);
		await handing;
		expect(desk.handIn.result?.waiting).toBe(false);
	});

	test("without a network it waits, also over a visit, and goes out once there is one", async () => {
		world.handIn = () => Promise.reject(offline());
		await begin().handInNow();
		expect(stored.size).toBeGreaterThan(0);
		const next = begin();
		await settle();
		expect(next.handIn.waiting?.source).toBe("walk 1");
		world.handIn = async () => ({ id: "h1" });
		world.page = { ...world.page, waiting: false };
		world.online();
		await settle();
		expect([next.handIn.waiting, next.handIn.handIns.length]).toEqual([undefined, 1]);
	});

	test("a refusal is shown, and nothing waits", async () => {
		world.handIn = () => Promise.reject(new CallError(409, "It is closed.", undefined as never));
		const desk = begin();
		await desk.handInNow();
		expect([desk.error, desk.handIn.waiting, desk.handIn.triesLeft]).toEqual(["It is closed.", undefined, 2]);
	});

	test("what earns nothing here and fits elsewhere is offered there", async () => {
		const desk = begin();
		world.reports = [report(2)];
		world.page = { ...world.page, waiting: true };
		const handing = desk.handInNow();
		await settle();
		world.page = { ...world.page, waiting: false, report: report(0), points: { earned: 0, possible: 4, open: 0 } };
		world.checked();
		await handing;
		expect(desk.handIn.fits?.exercise.id).toBe("buoy");
		expect(await desk.handIn.handInThere()).toBe(true);
	});

	test("and is offered there too where its report came before the page looked", async () => {
		const desk = begin();
		world.reports = [report(2)];
		world.page = { ...world.page, waiting: false, report: report(0), points: { earned: 0, possible: 4, open: 0 } };
		await desk.handInNow();
		expect(desk.handIn.fits?.exercise.id).toBe("buoy");
	});

	test.each([
		["a quarter here and all there", 1, 4, true],
		["half here", 2, 4, false],
		["as little there", 1, 1, false],
	])("what earns little here is offered where it earns much more: %s", async (_, here, there, offered) => {
		const desk = begin();
		world.reports = [report(there)];
		world.page = {
			...world.page,
			waiting: false,
			report: report(here),
			points: { earned: here, possible: 4, open: 0 },
		};
		await desk.handInNow();
		expect(desk.handIn.fits !== undefined).toBe(offered);
	});

	test("a desk that was left asks for nothing more", async () => {
		const desk = begin();
		const handing = desk.handInNow();
		await settle();
		desk.leave();
		await handing;
		const calls = world.calls.length;
		await world.pass(60_000);
		expect([world.calls.length, world.calls.at(-1)]).toEqual([calls, "runner ended"]);
	});
});
