import { beforeEach, describe, expect, test, vi } from "vitest";
import { Notes } from "./notes.svelte.ts";

beforeEach(() => {
	vi.useFakeTimers();
	return () => vi.useRealTimers();
});
const says = (notes: Notes) => notes.all.map((n) => n.says);

describe("notes at the foot of the page", () => {
	test("stay for eight seconds each", () => {
		const notes = new Notes();
		notes.say("first");
		vi.advanceTimersByTime(5_000);
		notes.say("second");
		vi.advanceTimersByTime(2_999);
		expect(says(notes)).toEqual(["first", "second"]);
		vi.advanceTimersByTime(1);
		expect(says(notes)).toEqual(["second"]);
		vi.advanceTimersByTime(5_000);
		expect(says(notes)).toEqual([]);
	});

	test("are at most three, the newest", () => {
		const notes = new Notes();
		for (const word of ["a", "b", "c", "d"]) notes.say(word);
		expect(says(notes)).toEqual(["b", "c", "d"]);
	});

	test("that can be taken back are the last one alone", () => {
		const notes = new Notes();
		notes.say("first", { undo: () => undefined });
		notes.say("plain");
		notes.say("second", { undo: () => undefined });
		expect(says(notes)).toEqual(["plain", "second"]);
	});

	test("are dropped one by one", () => {
		const notes = new Notes();
		notes.say("a");
		notes.say("b");
		notes.drop(notes.all[0]?.id ?? 0);
		expect(says(notes)).toEqual(["b"]);
	});

	test("say what went wrong where something was tried, and give back what went well", async () => {
		const notes = new Notes();
		expect(await notes.trying(async () => 7)).toBe(7);
		expect(notes.all).toEqual([]);
		expect(await notes.trying(() => Promise.reject(new Error("It is closed.")))).toBeUndefined();
		expect(notes.all).toMatchObject([{ says: "It is closed.", wrong: true }]);
	});
});
