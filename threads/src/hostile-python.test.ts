import { CLASS_LIMITS, decodeTape, svgOf, tapeChecksum } from "@markpen/core";
import { afterAll, describe, expect, test } from "vitest";
import { HOSTILE, sampleOf } from "../../tests/hostile.ts";
import { ThreadLost, Threads } from "../dist/index.js";

/** What is drawn first, and so has to be kept. */
const HEAD = "from markpen import *\nrect(corner=(10, 10), size=(60, 40))\n";
/** A program that looks round for what others have left. */
const PROBE =
	"import sys, random, builtins, gc, statistics, textwrap\nprint(sorted(vars(builtins)), sorted(sys.modules), random.random(), pen.x, len(gc.get_objects()))";

const limits = { ...CLASS_LIMITS, steps: 400_000, entries: 20_000 };
const threads = new Threads(1, 1);
afterAll(() => threads.close());

const run = (source: string, milliseconds: number) =>
	threads.run({ do: "draw", language: "python", source: HEAD + source, limits, milliseconds, frames: 5, tape: true });

const sum = (tape: Uint8Array | undefined) => tapeChecksum(decodeTape(tape as Uint8Array));
const CLEAN = { sum: "" };

test("there are enough of them, and the world is known that they are to leave", async () => {
	expect(Object.values(HOSTILE.python).flat().length).toBeGreaterThanOrEqual(200);
	CLEAN.sum = sum((await run(PROBE, 20_000)).tape);
}, 90_000);

describe.each(sampleOf(HOSTILE.python, 8))("%s", (_, programs) => {
	test.each(programs)("%s", { timeout: 60_000 }, async (source) => {
		try {
			const drawn = await run(source, 3_000);
			// What a program drew first is on its tape whatever came after.
			if (drawn.state !== "unreadable") expect(drawn.tape?.length).toBeGreaterThan(0);
			for (const problem of [...drawn.errors, ...drawn.remarks]) expect(problem.message).toMatch(/[.?!:…”>\w]$/);
			expect(svgOf(drawn.picture)).not.toMatch(/<script|NaN|Infinity/);
		} catch (error) {
			// A search that no count can end is ended with its thread.
			expect(error).toBeInstanceOf(ThreadLost);
		}
		expect(sum((await run(PROBE, 20_000)).tape)).toBe(CLEAN.sum);
	});
});
