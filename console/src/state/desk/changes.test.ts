import { describe, expect, test } from "vitest";
import { changesInWords, changesOf } from "./changes.ts";

const BEFORE = "fill gold\ncircle centre 100, 90 diameter 36\nwalk 20\n";

describe("what was changed", () => {
	test("tells lines that are new and gone, each with its number", () => {
		expect(changesOf(BEFORE, "fill gold\ncircle centre 140, 90 diameter 36\nwalk 20\nturn left 90\n")).toEqual([
			{ text: "fill gold", as: "same", number: 1 },
			{ text: "circle centre 100, 90 diameter 36", as: "gone", number: 2 },
			{ text: "circle centre 140, 90 diameter 36", as: "new", number: 2 },
			{ text: "walk 20", as: "same", number: 3 },
			{ text: "turn left 90", as: "new", number: 4 },
		]);
	});

	test("is nothing where only the ends of lines differ", () => {
		expect(changesInWords(changesOf(BEFORE, BEFORE.replaceAll("\n", "\r\n").trimEnd()))).toBe("No changes.");
	});

	test("is said in a sentence", () => {
		expect(changesInWords(changesOf(BEFORE, "fill gold\nwalk 20\nwalk 30\nwalk 40\n"))).toBe(
			"2 lines new, 1 line gone",
		);
		expect(changesInWords(changesOf("", BEFORE))).toBe("3 lines new");
	});

	test("puts the two programs together again, whatever they are", () => {
		const programs = [BEFORE, "", "a\n\n\nb", "walk 1\nwalk 1\nwalk 1", "b\n\n\na"];
		for (const before of programs)
			for (const after of programs) {
				const changes = changesOf(before, after);
				const of = (without: string) =>
					changes
						.filter((l) => l.as !== without)
						.map((l) => l.text)
						.join("\n");
				expect([of("new"), of("gone")]).toEqual([before.trimEnd(), after.trimEnd()]);
			}
	});
});
