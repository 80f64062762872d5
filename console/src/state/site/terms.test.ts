import { describe, expect, test } from "vitest";
import { meaningOf, termsInHtml, withTerms } from "./terms.ts";

describe("words of drawing", () => {
	test("are found in the text, each once, longer ones first, singular and plural", () => {
		expect(withTerms("A right angle, then another angle; its corners, a Corner.")).toEqual([
			{ text: "A ", term: null },
			{ text: "right angle", term: "right angle" },
			{ text: ", then another ", term: null },
			{ text: "angle", term: "angle" },
			{ text: "; its ", term: null },
			{ text: "corners", term: "corner" },
			{ text: ", a Corner.", term: null },
		]);
	});

	test("aren't found inside other words", () => {
		expect(withTerms("rectangle, triangles, refill, fill-in, cornerstone").filter((p) => p.term !== null)).toEqual([]);
	});

	test("can be clicked in HTML, except in code, links and tags", () => {
		expect(
			termsInHtml('<p title="corner">A corner, <code>fill red</code>, <b>radius</b> and <a href="x">outline</a>.</p>'),
		).toBe(
			'<p title="corner">A <button type="button" class="term" data-term="corner">corner</button>, <code>fill red</code>, <b><button type="button" class="term" data-term="radius">radius</button></b> and <a href="x">outline</a>.</p>',
		);
	});

	test("each have a meaning", () => {
		for (const { term } of withTerms(
			"facing corner centre baseline radius diameter outline fill origin loop routine frame",
		))
			if (term !== null) expect(meaningOf(term)).toMatch(/\.$/);
		expect(meaningOf("nothing")).toBeUndefined();
	});
});
