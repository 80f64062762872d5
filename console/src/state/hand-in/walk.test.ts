import { expect, test } from "vitest";
import { walk } from "./walk.svelte.ts";

test("a walk leads from each of its hand-ins to the next, and from no other one", () => {
	walk.begin(["h4", "h2", "h9"], "A line is too wide.");
	expect(walk.beside("h4")).toEqual({ before: null, after: "h2", place: "1 of 3" });
	expect(walk.beside("h9")).toEqual({ before: "h2", after: null, place: "3 of 3" });
	expect(walk.beside("h1")).toBeUndefined();
	walk.end();
	expect([walk.beside("h4"), walk.about]).toEqual([undefined, ""]);
});
