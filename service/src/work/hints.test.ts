import { describe, expect, test } from "vitest";
import { Refusal } from "../refusals.ts";
import { refuseEarlyHint } from "./hints.ts";

/** The refusal of a hint as a sentence, or "given". */
function answerTo(
	number: number,
	draft: { runs: number; hinted: Record<string, { given: number; runs: number }> } | undefined,
): string {
	try {
		refuseEarlyHint(draft, { criterion: "band", number });
		return "given";
	} catch (error) {
		expect(error).toBeInstanceOf(Refusal);
		expect((error as Refusal).code).toBe("not-this-way");
		return (error as Refusal).message;
	}
}
const afterHint = (given: number, at: number, runs: number) => ({ runs, hinted: { band: { given, runs: at } } });

describe("the first hint", () => {
	test("comes after the program was run", () => {
		expect(answerTo(1, { runs: 1, hinted: {} })).toBe("given");
	});

	test("is refused before, with what to do", () => {
		expect(answerTo(1, undefined)).toMatch(/^Run your program first/);
		expect(answerTo(1, { runs: 0, hinted: {} })).toMatch(/^Run your program first/);
	});
});

describe("the next hint", () => {
	test("comes after the program was run again", () => {
		expect(answerTo(2, afterHint(1, 3, 4))).toBe("given");
	});

	test("is refused until then", () => {
		expect(answerTo(2, afterHint(1, 3, 3))).toMatch(/^Try what the last hint says/);
	});

	test("comes in order", () => {
		expect(answerTo(3, afterHint(1, 3, 9))).toMatch(/^Try what the last hint says/);
		expect(answerTo(2, { runs: 5, hinted: {} })).toMatch(/^Try what the last hint says/);
	});

	test("of another criterion has nothing to do with it", () => {
		expect(answerTo(1, { runs: 3, hinted: { sun: { given: 2, runs: 3 } } })).toBe("given");
	});
});

test("a hint that was given may be read again at any time", () => {
	expect(answerTo(1, afterHint(2, 5, 5))).toBe("given");
	expect(answerTo(2, afterHint(2, 5, 5))).toBe("given");
});
