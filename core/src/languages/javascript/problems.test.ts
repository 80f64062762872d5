import { readFileSync } from "node:fs";
import { beforeAll, describe, expect, test } from "vitest";
import { parse } from "yaml";
import { canvasLanguage } from "../../../examples/canvas-language.mjs";
import { type Drawn, draw } from "../../draw.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { applied } from "../../test-fix.ts";
import { problemSentence } from "../../words/problems.ts";
import { CANVAS_SENTENCES } from "./canvas-sentences.ts";
import type { JavaScript } from "./javascript.ts";

interface Case {
	readonly code: string;
	readonly when: "reading" | "running" | "remark";
	readonly source: string;
	readonly at: string;
	readonly says: string;
	readonly fixed?: string;
}

const CASES = parse(
	readFileSync(new URL("../../../examples/canvas-problems.yaml", import.meta.url), "utf8"),
) as readonly Case[];
/** What every program begins with. */
const HEAD = 'const canvas = document.querySelector("canvas");\nconst ctx = canvas.getContext("2d");\n';

let language: JavaScript;
beforeAll(async () => {
	language = await canvasLanguage();
});

async function drawn(source: string): Promise<Drawn> {
	await language.ready();
	return draw(HEAD + source, { language, limits: { ...CLASS_LIMITS, steps: 300_000 } });
}

describe("the commonest mistakes of programs on a canvas", () => {
	test.each(CASES.map((c) => [c.code, c.source.slice(0, 40), c] as const))("%s: %s", async (code, _, c) => {
		const { errors, remarks, state } = await drawn(c.source);
		const found = c.when === "remark" ? remarks[0] : errors[0];
		expect(
			found && [found.code, `${found.place.line - 2}:${found.place.column}`, problemSentence(found, CANVAS_SENTENCES)],
		).toEqual([code, c.at, c.says]);
		expect(state === "unreadable").toBe(c.when === "reading");
		if (c.fixed === undefined) return;
		expect(applied(HEAD + c.source, found)).toBe(HEAD + c.fixed);
		const after = await drawn(c.fixed);
		expect([...after.errors, ...after.remarks].map((p) => p.code)).not.toContain(code);
	});
});

test("every code has words and a case, and every sentence is whole", () => {
	const cases = new Set(CASES.map((c) => c.code));
	expect(Object.keys(CANVAS_SENTENCES).filter((code) => !cases.has(code))).toEqual([]);
	expect(CASES.length).toBeGreaterThanOrEqual(40);
	expect(CASES.filter((c) => /undefined”|\bjs-/.test(c.says))).toEqual([]);
});
