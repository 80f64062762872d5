import { beforeEach, describe, expect, test } from "vitest";
import { type Answers, answering, HttpRefusal, storage, stored, stubBrowser } from "../site/test-world.ts";

stubBrowser();
const { freshKey, pressedFor, send, sendAll } = await import("./outbox.ts");
const { api } = await import("../site/api.ts");
const { session } = await import("../site/session.svelte.ts");
type Pressed = Parameters<typeof send>[1];

const PORTS = { api, storage };
const pressed = (more: Partial<Pressed> = {}): Pressed => ({
	assignmentId: "a1",
	exercise: "sail",
	source: "walk 40\n",
	answers: {},
	key: "k1",
	at: "2026-11-27T09:00:00Z",
	...more,
});
/** Handing in that goes wrong in some way, or not at all. */
const serving = (handIn?: Answers["handIn"]) => answering(handIn ? { handIn } : {});
const refusing = (status: number, code: string, detail: string) =>
	serving(() => {
		throw new HttpRefusal(status, code, detail);
	});
const who = (id: string) => ({ id, name: "S. Example", role: "student", administrator: false, once: false }) as const;

beforeEach(() => {
	stored.clear();
	session.account = null;
	return () => {
		session.account = null;
	};
});

describe("a hand-in", () => {
	test("that arrives is kept no longer", async () => {
		const bodies: unknown[] = [];
		const keys: unknown[] = [];
		serving(({ params, body, headers }) => {
			bodies.push(params, body);
			keys.push(headers.get("idempotency-key"));
			// While it is under way it is kept here.
			expect(pressedFor(storage, pressed())).toEqual(pressed());
			return { id: "h1" };
		});
		expect(await send(PORTS, pressed(), false)).toEqual({ state: "arrived", id: "h1" });
		expect(bodies).toEqual([
			{ id: "a1", exercise: "sail" },
			{ source: "walk 40\n", answers: {} },
		]);
		expect(keys).toEqual(["k1"]);
		expect(stored.size).toBe(0);
	});

	test("that had to wait says when it was pressed", async () => {
		let body: unknown;
		serving((asked) => {
			({ body } = asked);
			return { id: "h1" };
		});
		await send(PORTS, pressed(), true);
		expect(body).toMatchObject({ pressedAt: "2026-11-27T09:00:00Z" });
	});

	test.each([
		["there is no network", () => serving()],
		["the service is in trouble", () => refusing(503, "busy", "Too much at once.")],
		["nobody is signed in any more", () => refusing(401, "not-signed-in", "Sign in.")],
	])("waits while %s", async (_, begin) => {
		begin();
		expect(await send(PORTS, pressed(), false)).toEqual({ state: "waits" });
		expect(pressedFor(storage, pressed())).toEqual(pressed());
	});

	test.each([
		[403, "closed", "The exercise closed on Friday."],
		[409, "no-tries-left", "There are no tries left."],
		[422, "too-long", "The program has more than 100,000 characters."],
	])("that is refused with %i says why, and doesn't wait", async (status, code, detail) => {
		refusing(status, code, detail);
		expect(await send(PORTS, pressed(), false)).toEqual({ state: "refused", why: detail });
		expect(pressedFor(storage, pressed())).toBeUndefined();
	});

	test("of one exercise leaves another one's alone", async () => {
		serving();
		await send(PORTS, pressed(), false);
		await send(PORTS, pressed({ exercise: "buoy", key: "k2" }), false);
		await send(PORTS, pressed({ source: "walk 41\n", key: "k3" }), false);
		expect(pressedFor(storage, pressed())?.key).toBe("k3");
		expect(pressedFor(storage, pressed({ exercise: "buoy" }))?.key).toBe("k2");
	});

	test("has a key that no other one has", () => {
		const keys = Array.from({ length: 200 }, freshKey);
		expect(new Set(keys).size).toBe(200);
		expect(keys.every((key) => /^[0-9a-f]{32}$/.test(key))).toBe(true);
	});
});

describe("what waits in a browser", () => {
	test("is handed in for the one who is signed in, and nobody else", async () => {
		serving();
		session.account = who("one");
		await send(PORTS, pressed(), false);
		await send(PORTS, pressed({ exercise: "buoy", key: "k2" }), false);
		session.account = who("two");
		await send(PORTS, pressed({ source: "walk 7\n", key: "k3" }), false);
		const sources: unknown[] = [];
		serving(({ body }) => {
			sources.push((body as Pressed).source);
			return { id: "h" };
		});
		expect(await sendAll(PORTS)).toEqual([{ state: "arrived", id: "h" }]);
		expect(sources).toEqual(["walk 7\n"]);
		session.account = who("one");
		expect((await sendAll(PORTS)).length).toBe(2);
		expect(stored.size).toBe(0);
	});

	test("leaves what isn't a hand-in where it is", async () => {
		stored.set("markpen nobody draft a1 sail", '{"content":1}');
		stored.set("markpen theme", "dark");
		serving(() => ({ id: "h" }));
		expect(await sendAll(PORTS)).toEqual([]);
		expect(stored.size).toBe(2);
	});

	test("goes on with the next where one is refused or still waits", async () => {
		serving();
		for (const [exercise, key] of [
			["sail", "k1"],
			["buoy", "k2"],
			["rose", "k3"],
		] as const)
			await send(PORTS, pressed({ exercise, key }), false);
		serving(({ params }) => {
			if (params.exercise === "sail") throw new HttpRefusal(409, "no-tries-left", "There are no tries left.");
			if (params.exercise === "buoy") throw new HttpRefusal(503, "busy", "Too much at once.");
			return { id: "h3" };
		});
		expect(await sendAll(PORTS)).toEqual([
			{ state: "refused", why: "There are no tries left." },
			{ state: "waits" },
			{ state: "arrived", id: "h3" },
		]);
		expect([...stored.keys()]).toEqual(["markpen nobody handing a1 buoy"]);
	});
});
