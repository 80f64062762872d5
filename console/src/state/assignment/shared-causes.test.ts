import { beforeEach, describe, expect, test, vi } from "vitest";
import { answering, HttpRefusal, stubBrowser } from "../site/test-world.ts";

stubBrowser();
const { commentOnAll, sharing } = await import("./shared-causes.ts");
const { notes } = await import("../site/notes.svelte.ts");

const HAND_INS = [
	{ id: "h1", slips: ["turned-other-way"] },
	{ id: "h2", slips: [] },
	{ id: "h3", slips: ["line-wider", "turned-other-way"] },
];

beforeEach(() => {
	vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
	notes.all = [];
	return () => vi.useRealTimers();
});

test("hand-ins that share a cause are those that have it among others too", () => {
	expect(sharing(HAND_INS, "turned-other-way").map((h) => h.id)).toEqual(["h1", "h3"]);
	expect(sharing(HAND_INS, "drawn-twice")).toEqual([]);
});

describe("one comment for all who share a cause", () => {
	test("is written to each, and its note takes all of them back", async () => {
		const comments = new Set<string>();
		answering({
			commentOn: ({ params: { id }, body }) => {
				expect(body).toEqual({ place: { on: "whole" }, words: "Face the sail first." });
				comments.add(`${id} c`);
				return { id: "c" };
			},
			removeComment: ({ params: { id, comment } }) => void comments.delete(`${id} ${comment}`),
		});
		expect(await commentOnAll(sharing(HAND_INS, "turned-other-way"), "Face the sail first.")).toBe(true);
		expect([...comments]).toEqual(["h1 c", "h3 c"]);
		expect(notes.all.at(-1)?.says).toBe("2 of 2 hand-ins have the comment.");
		await notes.all.at(-1)?.undo?.();
		expect([...comments]).toEqual([]);
	});

	test("says where it wasn't written, and the words stay", async () => {
		answering({
			commentOn: ({ params: { id } }) => {
				if (id === "h1") throw new HttpRefusal(409, "withdrawn", "The hand-in was taken back.");
				return { id: "c" };
			},
		});
		expect(await commentOnAll(sharing(HAND_INS, "turned-other-way"), "Look.")).toBe(false);
		expect(notes.all.map((n) => n.says)).toEqual(["The hand-in was taken back.", "1 of 2 hand-ins have the comment."]);
	});
});
