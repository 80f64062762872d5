import { beforeEach, describe, expect, test } from "vitest";
import { stored, stubBrowser, TestClock } from "../site/test-world.ts";

stubBrowser();
const { ExerciseDesk } = await import("./exercise-desk.svelte.ts");
const { notes } = await import("../site/notes.svelte.ts");
type Desk = InstanceType<typeof ExerciseDesk>;
type ExercisePorts = import("./exercise-desk.svelte.ts").ExercisePorts;
type ExercisePage = import("./exercise-desk.svelte.ts").ExercisePage;

const FILE = `format: markpen/exercise@1
id: lamp
title: Harbour lamp
brief: |
  A lamp.
language: nib
sheet: { width: 400, height: 300, origin: top left }
model: |
  circle centre 140, 90 diameter 36
figures: {}
criteria:
  # The lamp itself.
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }
`;
const page = (more: Partial<ExercisePage> = {}) =>
	({ id: "e1", key: "lamp", mine: true, source: FILE, revision: 3, trialPrograms: [], ...more }) as ExercisePage;

/** Runners with answers of the test's, and a clock that the test moves. */
class World {
	readonly clock = new TestClock();
	readonly calls: string[] = [];
	marked: { problems: object[]; reports: { name: string; report: object }[] } = { problems: [], reports: [] };
	proposals: object[] = [];
	against: object | undefined;

	readonly ports = {
		api: {
			saveExercise: async ({ body, revision }: { body: { source: string }; revision: number }) => {
				this.calls.push(`save ${revision}`);
				return page({ source: body.source, revision: revision + 1 });
			},
			showExercise: async () => page(),
			publishDraft: async ({ revision }: { revision: number }) => {
				this.calls.push(`publish ${revision}`);
				return { number: 2 };
			},
		},
		clock: this.clock,
		runner: {
			ask: async (what: string, of: { programs?: { name: string }[] }) => {
				this.calls.push(what === "mark" ? `mark ${of.programs?.map((p) => p.name).join("+")}` : what);
				return what === "run" ? { figures: [{ index: 0 }] } : this.marked;
			},
			end: () => this.calls.push("runner ended"),
		},
		proposer: {
			ask: async (what: string) => {
				this.calls.push(what);
				if (what === "propose") return this.proposals;
				return what === "against" ? { proposal: this.against } : { noticed: [true, false] };
			},
			end: () => this.calls.push("proposer ended"),
		},
	} as unknown as ExercisePorts;

	async pass(milliseconds: number): Promise<void> {
		this.clock.pass(milliseconds);
		for (let i = 0; i < 20; i++) await Promise.resolve();
	}
}

let world: World;
beforeEach(() => {
	stored.clear();
	world = new World();
});

async function begun(more: Partial<ExercisePage> = {}): Promise<Desk> {
	const desk = new ExerciseDesk(page(more), world.ports);
	await world.pass(0);
	return desk;
}
const PROPOSAL = { sentence: "One circle", criterion: { id: "two", check: "count" }, yaml: "" };

describe("opening", () => {
	test("draws the model, and marks it with the trial programs", async () => {
		world.marked.reports = [
			{ name: "the model", report: { points: 1 } },
			{ name: "too small", report: { points: 0 } },
		];
		const desk = await begun({ trialPrograms: [{ name: "too small", source: "walk 1", earns: 0 }] as never });
		expect(world.calls).toEqual(["run", "mark the model+too small"]);
		expect(desk.measured).toEqual([{ index: 0 }]);
		expect(desk.report).toEqual({ points: 1 });
		expect([...desk.programReports.keys()]).toEqual(["too small"]);
		desk.leave();
	});

	test("keeps the last report while the file has problems", async () => {
		world.marked.reports = [{ name: "the model", report: { points: 1 } }];
		const desk = await begun();
		world.marked = { problems: [{ path: "title", line: 3, message: "this is missing" }], reports: [] };
		desk.write(FILE.replace("title: Harbour lamp\n", ""));
		await world.pass(300);
		expect(desk.problems).toHaveLength(1);
		expect(desk.report).toEqual({ points: 1 });
		desk.leave();
	});
});

describe("writing", () => {
	test("looks once typing rests, and not at every key", async () => {
		const desk = await begun();
		world.calls.length = 0;
		desk.write(`${FILE}#`);
		await world.pass(100);
		desk.write(`${FILE}##`);
		await world.pass(100);
		expect(world.calls).toEqual([]);
		await world.pass(200);
		expect(world.calls).toEqual(["run", "mark the model"]);
		desk.leave();
	});

	test("is undone and done again step by step", async () => {
		const desk = await begun();
		desk.write(`${FILE}# one`);
		world.clock.time += 5_000;
		desk.write(`${FILE}# two`);
		expect([desk.canUndo, desk.canRedo]).toEqual([true, false]);
		desk.undo();
		expect(desk.source).toBe(`${FILE}# one`);
		desk.undo();
		expect([desk.source, desk.canUndo]).toEqual([FILE, false]);
		desk.redo();
		expect(desk.source).toBe(`${FILE}# one`);
		desk.leave();
	});

	test("keeps the parts of the file that could be read last while it can't be read", async () => {
		const desk = await begun();
		const before = desk.parts;
		expect(before?.model).toContain("circle");
		desk.write("format: [");
		expect(desk.parts).toBe(before);
		desk.leave();
	});

	test("changes nothing of an exercise that is somebody else's", async () => {
		const desk = await begun({ mine: false });
		desk.write(`${FILE}# mine`);
		expect([desk.source, desk.canUndo]).toEqual([FILE, false]);
		desk.leave();
	});

	test("that can't be made into a file changes nothing", async () => {
		const desk = await begun();
		desk.write(undefined);
		expect(desk.source).toBe(FILE);
		desk.leave();
	});
});

describe("criteria that are offered", () => {
	test("are for the figure that is pointed at, and gone when it is left", async () => {
		world.proposals = [PROPOSAL];
		const desk = await begun();
		await desk.propose(0);
		expect([desk.picked, desk.proposing, desk.proposals.length]).toEqual([0, true, 1]);
		desk.stopProposing();
		expect([desk.picked, desk.proposing, desk.proposals.length]).toEqual([null, false, 0]);
		desk.leave();
	});

	test("for a figure that isn't pointed at any more are dropped", async () => {
		world.proposals = [PROPOSAL];
		const desk = await begun();
		const first = desk.propose(0);
		desk.picked = 1;
		await first;
		expect(desk.proposals).toEqual([]);
		desk.leave();
	});

	test("are made again when the model was changed", async () => {
		const desk = await begun();
		await desk.propose(0);
		world.calls.length = 0;
		desk.write(`${FILE}# more`);
		await world.pass(300);
		expect(world.calls).toContain("propose");
		desk.leave();
	});
});

describe("saving", () => {
	test("what this browser kept and the service didn't get is there again", async () => {
		const desk = await begun();
		desk.write(`${FILE}# kept`);
		desk.leave();
		const again = await begun();
		expect([again.source, again.canUndo]).toEqual([`${FILE}# kept`, true]);
		again.leave();
	});

	test("publishes the revision that was saved", async () => {
		const desk = await begun();
		desk.write(`${FILE}# done`);
		expect(await desk.publish()).toBe(2);
		expect(world.calls.filter((c) => /save|publish/.test(c))).toEqual(["save 3", "publish 4"]);
		desk.leave();
	});
});

test("leaving saves, ends both runners, and looks no more", async () => {
	const desk = await begun();
	desk.write(`${FILE}# more`);
	world.calls.length = 0;
	desk.leave();
	await world.pass(10_000);
	expect(world.calls).toEqual(["save 3", "runner ended", "proposer ended"]);
});

test("adds a criterion for each change that goes unnoticed, and one undo takes all of them back", async () => {
	const desk = await begun();
	const change = (source: string) => ({ says: "moved", line: 1, source });
	desk.tried = {
		strength: 0.5,
		fairness: 1,
		wrong: [],
		unseen: [change("a"), change("b"), change("c")],
		punished: [],
	};
	const before = desk.source;
	world.against = {
		sentence: "It is in its place",
		figures: {},
		criterion: { id: "more", check: "nothing else", points: 1 },
	};
	world.calls.length = 0;
	await desk.seeToAll();
	// The service of this test says of the changes that are left that the first one is noticed now.
	expect(desk.tried?.unseen.map((u) => u.source)).toEqual([]);
	expect(world.calls.filter((call) => call === "against")).toHaveLength(2);
	expect(desk.source.match(/id: more/g)).toHaveLength(2);
	expect(notes.all.at(-1)?.says).toBe("2 criteria are added.");
	await notes.all.at(-1)?.undo?.();
	expect(desk.source).toBe(before);

	desk.tried = { strength: 0.5, fairness: 1, wrong: [], unseen: [change("a")], punished: [] };
	world.against = undefined;
	await desk.seeToAll();
	expect(desk.tried?.unseen).toHaveLength(1);
	expect(desk.source).toBe(before);
	desk.leave();
});
