import { expect, test } from "vitest";
import { briefHtml } from "./brief.ts";

test("a brief takes Markdown and no raw HTML, script or pictures", () => {
	const html = briefHtml(
		"**80** across <script>alert(1)</script> <img src=x onerror=alert(1)> [go](javascript:alert(1)) [ok](https://example.org) ![p](x.png)",
	);
	expect(html).toContain("<strong>80</strong>");
	expect(html).not.toMatch(/<script|<img|javascript:/);
	expect(html).toContain('href="https://example.org"');
});

test.each([
	"javascript:alert(1)",
	"data:text/html,x",
	"//elsewhere.example",
	"/account",
	"vbscript:x",
	" java\tscript:x",
])("a link to %j is shown as its words", (href) => {
	expect(briefHtml(`[press](<${href}>)`)).not.toContain("href");
	expect(briefHtml(`[press](<${href}>)`)).toContain("press");
});

test("a link's address can't end its attribute", () => {
	const html = briefHtml('[x](https://example.org/"onmouseover="alert(1))');
	expect(html).not.toMatch(/"\s*onmouseover=/);
});
