import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { type Drawn, draw } from "../../draw.ts";
import { applied } from "../../test-fix.ts";
import { problemSentence } from "../../words/problems.ts";
import { SVG } from "./svg.ts";
import { SVG_SENTENCES } from "./svg-sentences.ts";

interface Case {
	readonly code: string;
	readonly when: "reading" | "running" | "remark";
	readonly source: string;
	readonly at: string;
	readonly says: string;
	readonly fixed?: string;
}

const CASES = parse(
	readFileSync(new URL("../../../examples/svg-problems.yaml", import.meta.url), "utf8"),
) as readonly Case[];
const drawn = (source: string): Drawn => draw(source, { language: SVG });

describe("the commonest mistakes of SVG documents", () => {
	test.each(CASES.map((c) => [c.code, c.says.slice(0, 40), c] as const))("%s: %s", (code, _, c) => {
		const { errors, remarks, state } = drawn(c.source);
		const found = c.when === "remark" ? remarks[0] : errors[0];
		expect(
			found && [found.code, `${found.place.line}:${found.place.column}`, problemSentence(found, SVG_SENTENCES)],
		).toEqual([code, c.at, c.says]);
		expect(["unreadable", "nothing-handed-in"].includes(state)).toBe(c.when === "reading");
		expect(found?.fix === undefined).toBe(c.fixed === undefined);
		if (c.fixed === undefined) return;
		expect(applied(c.source, found)).toBe(c.fixed);
		const after = drawn(c.fixed);
		expect([...after.errors, ...after.remarks].map((p) => p.code)).not.toContain(code);
	});
});

test("every code has words and a case, and every sentence is whole", () => {
	const cases = new Set(CASES.map((c) => c.code));
	expect(Object.keys(SVG_SENTENCES).filter((code) => !cases.has(code))).toEqual([]);
	expect(CASES.length).toBeGreaterThanOrEqual(50);
	expect(CASES.filter((c) => /undefined|\bsvg-/.test(c.says))).toEqual([]);
});
