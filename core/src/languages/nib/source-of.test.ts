import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { generatedProgram } from "../../../../tests/programs.ts";
import { tapeOf } from "../../draw.ts";
import { read } from "./read.ts";
import { sourceOf } from "./source-of.ts";

/** What a tape shows, without the lines that drew it. */
function shown(source: string): unknown {
	const tape = tapeOf(source, { frames: 4 });
	if (!tape) throw new Error(`it doesn't read:\n${source}`);
	return {
		coords: [...tape.coords].map((v) => Math.round(v * 1e6)),
		kinds: [...tape.kind],
		styles: tape.styles,
		texts: tape.texts,
	};
}

function written(source: string): string {
	const reading = read(source);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems[0]));
	return sourceOf(reading.checked.program);
}

test.each(["showcase.nib.txt", "harbour.nib.txt"])("%s written from its tree draws the same", (file) => {
	const source = readFileSync(new URL(`../../../examples/${file}`, import.meta.url), "utf8");
	expect(shown(written(source))).toEqual(shown(source));
	expect(written(written(source))).toBe(written(source));
});

test("programs made at random draw the same when they are written from their trees", () => {
	for (let seed = 1; seed <= 150; seed++) {
		const source = generatedProgram(seed);
		expect(shown(written(source))).toEqual(shown(source));
	}
});

test.each([
	"print (1 + 2) * 3 - (4 - 5)",
	"print -(2 ^ 2) ^ 3, (-2) ^ 2, 2 ^ -1",
	"print not (1 < 2 and 3 < 4) or true",
	"print (1 - 2) - 3, 1 - (2 - 3), 6 / (3 / 2), 7 mod (5 mod 3)",
	"let p = [1, [2, 3]]\nprint p[1][0], length(p)",
])("brackets stand where they are needed: %s", (source) => {
	const messages = (text: string) => tapeOf(text)?.texts;
	expect(messages(written(source))).toEqual(messages(source));
});
