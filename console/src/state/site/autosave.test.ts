import { CallError } from "@markpen/client";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";

// A browser's store and its events, as far as keeping needs them.
const stored = new Map<string, string>();
const events = new EventTarget();
let full = false;
vi.stubGlobal("localStorage", {
	getItem: (place: string) => stored.get(place) ?? null,
	setItem: (place: string, text: string) => {
		if (full) throw new DOMException("full", "QuotaExceededError");
		stored.set(place, text);
	},
	removeItem: (place: string) => stored.delete(place),
});
vi.stubGlobal("addEventListener", events.addEventListener.bind(events));
vi.stubGlobal("removeEventListener", events.removeEventListener.bind(events));
const { Autosave, keepHere } = await import("./autosave.svelte.ts");

interface Theirs {
	readonly text: string;
	readonly revision: number;
}
/** A service that has one text, refuses what goes on from another revision, and fails when asked to. */
class Service {
	text = "";
	revision = 3;
	calls: string[] = [];
	failing: CallError | Error | undefined;
	slow: Promise<void> | undefined;

	save = async (text: string, revision: number) => {
		this.calls.push(text);
		await this.slow;
		if (this.failing) throw this.failing;
		if (revision !== this.revision) throw failure(412, "changed-since");
		this.text = text;
		this.revision++;
		return { revision: this.revision };
	};
}
const failure = (status: number, code: string) =>
	new CallError(status, `It is ${code}.`, { type: `/problems/${code}`, title: code, status, detail: `It is ${code}.` });

const PLACE = "markpen test";
let service: Service;
let text: string;
let keeping: InstanceType<typeof Autosave<string, Theirs>>;
const begin = () =>
	new Autosave<string, Theirs>({
		place: PLACE,
		revision: 3,
		now: () => text,
		save: (content, revision) => service.save(content, revision),
		fetch: async () => ({ text: service.text, revision: service.revision }),
		same: (mine, theirs) => mine === theirs.text,
	});
const write = (next: string) => {
	text = next;
	keeping.wrote();
};

beforeEach(() => {
	vi.useFakeTimers();
	stored.clear();
	full = false;
	service = new Service();
	keeping = begin();
});
afterEach(() => {
	keeping.leave();
	vi.useRealTimers();
});

describe("keeping what is written", () => {
	test("is here at once and at the service a moment later, in one call for what is written meanwhile", async () => {
		write("a");
		write("ab");
		expect([keeping.saved, keeping.kept?.content, service.calls]).toEqual(["unsaved", "ab", []]);
		await vi.advanceTimersByTimeAsync(1_300);
		expect([keeping.saved, keeping.kept, service.calls, keeping.revision]).toEqual(["saved", undefined, ["ab"], 4]);
	});

	test("what is written during a call goes in the next one, and calls don't overlap", async () => {
		let answer = () => {};
		service.slow = new Promise((resolve) => {
			answer = resolve;
		});
		write("a");
		const both = [keeping.save(), keeping.save()];
		write("ab");
		await vi.advanceTimersByTimeAsync(0);
		expect(service.calls).toEqual(["a"]);
		answer();
		service.slow = undefined;
		await Promise.all(both);
		await vi.advanceTimersByTimeAsync(1_300);
		expect([service.calls, service.text, keeping.saved]).toEqual([["a", "ab"], "ab", "saved"]);
	});

	test("is tried again while there is no network, and at once when it is back", async () => {
		service.failing = failure(0, "no-answer");
		write("a");
		await vi.advanceTimersByTimeAsync(1_300);
		expect([keeping.saved, keeping.kept?.content]).toEqual(["offline", "a"]);
		await vi.advanceTimersByTimeAsync(5_100);
		expect(service.calls.length).toBe(2);
		service.failing = undefined;
		events.dispatchEvent(new Event("online"));
		await vi.advanceTimersByTimeAsync(0);
		expect([keeping.saved, service.text]).toEqual(["saved", "a"]);
	});

	test("goes on once somebody has signed in again", async () => {
		service.failing = failure(401, "not-signed-in");
		write("a");
		await vi.advanceTimersByTimeAsync(1_300);
		expect([keeping.saved, keeping.error]).toEqual(["unsaved", ""]);
		service.failing = undefined;
		await vi.advanceTimersByTimeAsync(5_100);
		expect([keeping.saved, service.text]).toEqual(["saved", "a"]);
	});

	test("says why it can't be kept, and isn't tried over and over", async () => {
		service.failing = failure(413, "too-large");
		write("a");
		await vi.advanceTimersByTimeAsync(60_000);
		expect([keeping.saved, keeping.error, service.calls.length]).toEqual(["unsaved", "It is too-large.", 1]);
		expect(keeping.kept?.content).toBe("a");
	});

	test("a fault of its own doesn't stop what is written next", async () => {
		service.failing = new Error("broken");
		text = "a";
		keeping.saved = "unsaved";
		await expect(keeping.save()).rejects.toThrow("broken");
		service.failing = undefined;
		write("ab");
		await vi.advanceTimersByTimeAsync(1_300);
		expect([keeping.saved, service.text]).toEqual(["saved", "ab"]);
	});

	test("says so where the browser keeps nothing more, and the service has it all the same", async () => {
		full = true;
		write("a");
		expect(keeping.error).toMatch(/^This browser's storage is full\./);
		await vi.advanceTimersByTimeAsync(1_300);
		expect([keeping.saved, service.text]).toEqual(["saved", "a"]);
	});
});

describe("what was saved from another place", () => {
	test("is shown beside what is written here; nothing is sent until one of them is chosen", async () => {
		service.text = "theirs";
		service.revision = 9;
		write("mine");
		await vi.advanceTimersByTimeAsync(1_300);
		expect(keeping.theirs).toEqual({ text: "theirs", revision: 9 });
		write("mine, and on");
		await vi.advanceTimersByTimeAsync(60_000);
		expect([service.calls, service.text, keeping.kept?.content]).toEqual([["mine"], "theirs", "mine, and on"]);
		keeping.settled();
		await vi.advanceTimersByTimeAsync(10);
		expect([service.text, service.revision, keeping.saved]).toEqual(["mine, and on", 10, "saved"]);
	});

	test("isn't a clash where it is the same: a call that arrived and wasn't answered", async () => {
		service.text = "mine";
		service.revision = 9;
		write("mine");
		await vi.advanceTimersByTimeAsync(1_400);
		expect([keeping.theirs, keeping.saved, keeping.revision]).toEqual([undefined, "saved", 10]);
	});

	test("has the time of what this browser kept, when that is opened again", () => {
		keepHere(PLACE, "mine", 2, "2026-11-26T08:00:00.000Z");
		const again = begin();
		expect(again.kept).toEqual({ content: "mine", revision: 2, at: "2026-11-26T08:00:00.000Z" });
		again.clash({ text: "theirs", revision: 3 }, again.kept?.at ?? "");
		expect([again.saved, again.writtenAt, again.theirs?.text]).toEqual([
			"unsaved",
			"2026-11-26T08:00:00.000Z",
			"theirs",
		]);
		again.leave();
	});
});
