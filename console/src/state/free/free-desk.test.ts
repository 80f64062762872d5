import { CallError } from "@markpen/client";
import { beforeEach, describe, expect, test, vi } from "vitest";
import type { Ports } from "../site/ports.ts";
import { settle, storage, stored, stubBrowser, TestClock } from "../site/test-world.ts";

stubBrowser();
const { FreeDesk, freePlace } = await import("./free.svelte.ts");
const { notes } = await import("../site/notes.svelte.ts");
type Kept = ConstructorParameters<typeof FreeDesk>[1];

const kept = (source: string, revision = 1, savedAt = "2026-11-20T10:00:00Z") =>
	({ name: "boat", source, revision, savedAt }) as unknown as NonNullable<Kept>;
const hereIs = (source: string, revision: number) =>
	stored.set(freePlace("boat"), JSON.stringify({ content: { source }, revision, at: "2026-11-21T09:00:00Z" }));

/** A service with the drawings of one student. */
class World {
	readonly clock = new TestClock();
	readonly drawings = new Map<string, { source: string; revision: number }>();
	readonly ran: string[] = [];
	network = true;
	answer: object | undefined = { state: "drew" };

	readonly ports = {
		api: {
			saveFreeDrawing: async (of: { params: { name: string }; body: { source: string }; revision: number }) => {
				if (!this.network) throw new CallError(0, "The service can't be reached.");
				const before = this.drawings.get(of.params.name)?.revision ?? 0;
				this.drawings.set(of.params.name, { source: of.body.source, revision: before + 1 });
				return { revision: before + 1 };
			},
			listFreeDrawings: async () => ({ drawings: [...this.drawings].map(([name, d]) => ({ name, ...d })) }),
		},
		storage,
		clock: this.clock,
		runner: {
			ask: (async (what: string, { source }: { source?: string }) => {
				if (what === "run") this.ran.push(source ?? "");
				return what === "run" ? this.answer : undefined;
			}) as unknown as Ports["runner"]["ask"],
			end: () => void this.ran.push("ended"),
		},
	} as unknown as Ports;
}

let world: World;
const open = (of?: Kept, begin = "walk 1\n") => new FreeDesk("boat", of, begin, world.ports);
const saved = async () => {
	await vi.advanceTimersByTimeAsync(1_300);
	await settle();
};

beforeEach(() => {
	vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
	stored.clear();
	notes.all = [];
	world = new World();
	return () => vi.useRealTimers();
});

describe("a free drawing", () => {
	test("that is new begins with what it is given, and is saved by itself", async () => {
		const desk = open();
		expect(desk.source).toBe("walk 1\n");
		await saved();
		expect(world.drawings.get("boat")).toEqual({ source: "walk 1\n", revision: 1 });
		desk.leave();
	});

	test("that is there begins with it, and isn't saved before something is written", async () => {
		world.drawings.set("boat", { source: "walk 9\n", revision: 4 });
		const desk = open(kept("walk 9\n", 4));
		await saved();
		expect(world.drawings.get("boat")?.revision).toBe(4);
		desk.write("walk 9\n");
		await saved();
		expect(world.drawings.get("boat")?.revision).toBe(4);
		desk.write("walk 10\n");
		await saved();
		expect(world.drawings.get("boat")).toEqual({ source: "walk 10\n", revision: 5 });
		desk.leave();
	});

	test("begins with what this browser kept and the service didn't get", async () => {
		hereIs("walk 12\n", 4);
		const desk = open(kept("walk 9\n", 4));
		expect([desk.source, desk.keeping.theirs]).toEqual(["walk 12\n", undefined]);
		await saved();
		expect(world.drawings.get("boat")?.source).toBe("walk 12\n");
		desk.leave();
	});

	test("that was saved elsewhere meanwhile waits for a choice", async () => {
		hereIs("mine\n", 3);
		const desk = open(kept("theirs\n", 4));
		expect([desk.source, desk.keeping.theirs?.source]).toEqual(["mine\n", "theirs\n"]);
		await saved();
		expect(world.drawings.size).toBe(0);
		desk.leave();
	});

	test.each([
		[true, "mine\n", "theirs\n"],
		[false, "theirs\n", "mine\n"],
	])("of two versions (mine: %s) goes on with one, and the other is a drawing of its own", async (mine, one, other) => {
		hereIs("mine\n", 3);
		const desk = open(kept("theirs\n", 4));
		await desk.settle(mine);
		await saved();
		const [name] = [...world.drawings.keys()].filter((n) => n !== "boat");
		expect(name).toMatch(/^boat, /);
		expect(world.drawings.get(name as string)?.source).toBe(other);
		expect([desk.source, world.drawings.get("boat")?.source]).toEqual([one, one]);
		expect(stored.has(freePlace(name as string))).toBe(false);
		desk.leave();
	});

	test("of two versions loses neither without a network", async () => {
		hereIs("mine\n", 3);
		const desk = open(kept("theirs\n", 4));
		world.network = false;
		await desk.settle(true);
		const places = [...stored].filter(([place]) => place !== freePlace("boat"));
		expect(places.map(([, text]) => JSON.parse(text).content.source)).toEqual(["theirs\n"]);
		expect(notes.all.at(-1)?.wrong).toBe(true);
		desk.leave();
	});

	test("there is nothing to choose where there are no two versions", async () => {
		const desk = open(kept("walk 9\n"));
		await desk.settle(false);
		expect([desk.source, world.drawings.size]).toEqual(["walk 9\n", 0]);
		desk.leave();
	});
});

describe("its runs", () => {
	test("say which source was run, and whether it was lost", async () => {
		const desk = open(kept("walk 9\n"));
		await desk.runNow();
		expect([desk.ran, desk.lost, desk.run]).toEqual(["walk 9\n", false, { state: "drew" }]);
		world.answer = undefined;
		await desk.runNow("repeat\n");
		expect([desk.ran, desk.lost, desk.source]).toEqual(["repeat\n", true, "walk 9\n"]);
		desk.leave();
	});

	test("don't overlap", async () => {
		const desk = open(kept("walk 9\n"));
		await Promise.all([desk.runNow(), desk.runNow()]);
		expect(world.ran).toEqual(["walk 9\n"]);
		desk.leave();
		expect(world.ran.at(-1)).toBe("ended");
	});
});
