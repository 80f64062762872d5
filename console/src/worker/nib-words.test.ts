import { STATEMENTS } from "@markpen/core";
import { expect, test } from "vitest";
import { NIB_HEADS } from "./nib-heads.ts";
import { namesIn, piecesOf, statementsIn } from "./nib-words.ts";

test("the words that are coloured are those of the language", () => {
	for (const word of [...STATEMENTS.keys(), "let", "else", "repeat", "end", "picture", "each"])
		expect(NIB_HEADS.has(word)).toBe(true);
});

test("a line of source is cut into pieces without losing a letter", () => {
	const lines = ["  walk 50 -- on", 'text "a -- b" at 1, 2', "", "porthole(3)", "-- all", "walk 5--3"];
	for (const line of lines)
		expect(
			piecesOf(line)
				.map((p) => p.text)
				.join(""),
		).toBe(line);
	expect(piecesOf("  walk 50 -- on").map((p) => p.as)).toEqual(["plain", "head", "plain", "comment"]);
	expect(piecesOf('text "a -- b"').map((p) => p.as)).toEqual(["head", "plain", "quoted"]);
});

test("statements are lines but blank ones, comments, end and else", () => {
	expect(statementsIn("-- mine\n\nif true\n  walk 5 -- on\nelse\n  walk 6\nend\n")).toBe(3);
	expect(
		statementsIn("// mine\nfor (;;) {\n  walk();\n}\nif (a) {\n  b();\n} else {\n  c();\n});\n", "javascript"),
	).toBe(5);
	expect(statementsIn('<svg>\n<!-- <rect/> -->\n<g><rect/><circle r="3"></circle></g>\n</svg>', "svg")).toBe(3);
});

test("names that a replay can watch are those that are given values, each once", () => {
	const names = namesIn("let side = 5\nside = side + 1\nfor i from 1 to 3\n  walk i\nend\n-- let hidden = 1\n");
	expect(names).toContain("side");
	expect(names.filter((n) => n === "side")).toHaveLength(1);
	expect(names).not.toContain("hidden");
});
