import { describe, expect, test } from "vitest";
import { HOSTILE, sampleOf } from "../../../../tests/hostile.ts";
import { draw } from "../../draw.ts";
import { recognise } from "../../figures/recognise.ts";
import { pictureOf } from "../../picture/picture.ts";
import { svgOf } from "../../picture/svg.ts";
import { decodeTape, encodeTape, tapeChecksum } from "../../tape/binary.ts";
import { problemSentence } from "../../words/problems.ts";
import { SVG } from "./svg.ts";

const SHEET = { width: 400, height: 300, origin: "top left" } as const;
/** What is drawn first, and so has to be kept. */
const FIRST = '<rect x="10" y="10" width="60" height="40"/>\n';

const wholeOf = (inside: string) =>
	inside.startsWith("<!DOCTYPE") ? inside : `<svg xmlns="http://www.w3.org/2000/svg">\n${FIRST}${inside}\n</svg>\n`;

describe.each(sampleOf(HOSTILE.svg, 4))("%s", (_, documents) => {
	test.each(documents.map((d) => [d.slice(0, 60), d] as const))("%s", (__, inside) => {
		const source = wholeOf(inside);
		const began = performance.now();
		const drawn = draw(source, { language: SVG, sheet: SHEET, stop: () => performance.now() - began > 4_000 });
		expect(performance.now() - began).toBeLessThan(30_000);
		const { figures, paper } = drawn.drawing;
		// What is drawn first is there whatever came after, unless it was covered or a rule made it something else.
		if (drawn.state !== "unreadable" && source !== inside && paper === 0xffffffff && !inside.includes("<style"))
			expect(figures[0]?.width).toBe(60);
		for (const problem of [...drawn.errors, ...drawn.remarks])
			expect(problemSentence(problem, drawn.sentences)).toMatch(/^[^\n]{5,400}[.?!]$/);
		expect(tapeChecksum(decodeTape(encodeTape(drawn.tape)))).toBe(tapeChecksum(drawn.tape));
		recognise(drawn.tape);
		expect(svgOf(pictureOf(drawn.tape))).not.toMatch(/<script|NaN|Infinity|javascript:|example\.invalid/);
		const { outline, sites, isReadable } = { ...readOf(source) };
		expect(outline.source).toBe(source);
		if (isReadable) expect(sites?.().source).toBe(source);
		expect(performance.now() - began).toBeLessThan(60_000);
	});
});

function readOf(source: string) {
	const read = SVG.read(source);
	return { outline: read.outline, isReadable: read.isReadable, sites: () => read.sites };
}

test("there are a hundred and fifty documents and more", () => {
	expect(Object.values(HOSTILE.svg).flat().length).toBeGreaterThanOrEqual(150);
});
