import { CLASS_LIMITS, decodeTape, svgOf, tapeChecksum } from "@markpen/core";
import { afterAll, describe, expect, test } from "vitest";
import { HOSTILE, PYTHON_HEAD, PYTHON_PROBE, sampleOf } from "../../tests/hostile.ts";
import { ThreadLost, Threads } from "../dist/index.js";

/** Programs that only the end of their thread stops: one operation without an end, and 20,000 figures in one place. */
const STOPPED_FROM_OUTSIDE: ReadonlySet<string> = new Set([
	"max(iter(int, 1))",
	"while True: circle(centre=(1, 2), radius=3)",
]);

const limits = { ...CLASS_LIMITS, steps: 400_000, entries: 20_000 };
const threads = new Threads(1, 1);
afterAll(() => threads.close());

const run = (source: string, milliseconds: number) =>
	threads.run({ do: "draw", language: "python", source, limits, milliseconds, frames: 5, tape: true });

/** The world that a program finds, as one checksum of all that the probe prints. */
async function world(): Promise<string> {
	const { errors, messages, tape } = await run(PYTHON_PROBE, 20_000);
	expect(errors).toEqual([]);
	expect(messages[0]?.text).toContain("BaseException");
	return tapeChecksum(decodeTape(tape as Uint8Array));
}
const CLEAN = { world: "" };

test("there are enough of them, and the world is known that they are to leave", async () => {
	expect(Object.values(HOSTILE.python).flat().length).toBeGreaterThanOrEqual(200);
	CLEAN.world = await world();
});

describe.each(sampleOf(HOSTILE.python, 8))("%s", (_, programs) => {
	test.each(programs)("%s", async (source) => {
		try {
			const drawn = await run(PYTHON_HEAD + source, 3_000);
			// What a program drew first is on its tape whatever came after.
			if (drawn.state !== "unreadable") expect(drawn.tape?.length).toBeGreaterThan(0);
			for (const problem of [...drawn.errors, ...drawn.remarks]) expect(problem.message).toMatch(/[.?!:…”>\w]$/);
			expect(svgOf(drawn.picture)).not.toMatch(/<script|NaN|Infinity/);
		} catch (error) {
			if (!(error instanceof ThreadLost && STOPPED_FROM_OUTSIDE.has(source))) throw error;
		}
		expect(await world()).toBe(CLEAN.world);
	});
});
