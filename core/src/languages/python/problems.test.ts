import { readFileSync } from "node:fs";
import { beforeAll, describe, expect, test } from "vitest";
import { parse } from "yaml";
import { pythonLanguage } from "../../../examples/python-language.mjs";
import { type Drawn, draw } from "../../draw.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { reportProblem } from "../../report-drawing.ts";
import { applied } from "../../test-fix.ts";
import { problemSentence } from "../../words/problems.ts";
import type { PythonLanguage } from "./python.ts";
import { PYTHON_SENTENCES } from "./python-sentences.ts";

interface Case {
	readonly code: string;
	readonly when: "reading" | "running" | "remark";
	readonly source: string;
	readonly at: string;
	readonly says: string;
	readonly fixed?: string;
	/** The whole program after the fix, where the fix is above the program's own first line. */
	readonly whole?: string;
}

const CASES = parse(
	readFileSync(new URL("../../../examples/python-problems.yaml", import.meta.url), "utf8"),
) as readonly Case[];
/** What every program begins with. */
const HEAD = "from markpen import *\n";

let language: PythonLanguage;
beforeAll(async () => {
	language = await pythonLanguage();
});

async function drawn(source: string): Promise<Drawn> {
	await language.ready();
	return draw(source, { language, frames: 3, limits: { ...CLASS_LIMITS, steps: 300_000 } });
}

describe("the commonest mistakes of programs in Python", () => {
	test.each(CASES.map((c) => [c.code, c.source.slice(0, 40), c] as const))("%s: %s", async (code, _, c) => {
		const { errors, remarks, state } = await drawn(HEAD + c.source);
		const found = c.when === "remark" ? remarks[0] : errors[0];
		expect(
			found && [found.code, `${found.place.line - 1}:${found.place.column}`, problemSentence(found, PYTHON_SENTENCES)],
		).toEqual([code, c.at, c.says]);
		expect(state === "unreadable").toBe(c.when === "reading");
		const fixed = c.whole ?? (c.fixed === undefined ? undefined : HEAD + c.fixed);
		if (fixed === undefined) return;
		expect(applied(HEAD + c.source, found)).toBe(fixed);
		const after = await drawn(fixed);
		const still = [...after.errors, ...after.remarks].filter(
			(p) => p.code === code && p.place.line === found?.place.line && p.place.column === found.place.column,
		);
		expect(still).toEqual([]);
	});
});

test("a program without the import gets the line to put in", async () => {
	const { errors } = await drawn("circle(centre=(9, 9), radius=3)\n");
	expect(errors.map((e) => [e.code, e.place.line])).toEqual([["py-import-missing", 1]]);
	expect(errors[0]?.fix).toEqual({ place: { line: 1, column: 1, length: 0 }, text: "from markpen import *\n" });
	expect(problemSentence(errors[0] as never, PYTHON_SENTENCES)).toMatch(/^“circle” comes from markpen/);
});

test("an error inside functions comes with the lines that led to it", async () => {
	const { errors, sentences } = await drawn(
		`${HEAD}def mast(n):\n    walk(n / 0)\n\ndef boat():\n    mast(5)\n\nboat()\n`,
	);
	expect(errors.map((e) => reportProblem(e, sentences).calls)).toEqual([
		"line 8, then line 6 in boat, then line 3 in mast",
	]);
	const flat = await drawn(`${HEAD}walk(5 / 0)\n`);
	expect(flat.errors.map((e) => reportProblem(e, sentences).calls)).toEqual([undefined]);
});

test("a sign that no program can have is pointed at", async () => {
	const { errors, sentences } = await drawn("x = 1\ny = \u0000 2\n");
	expect(errors.map((e) => [e.code, e.place.line, e.place.column])).toEqual([["py-null", 2, 5]]);
	expect(problemSentence(errors[0] as never, sentences)).toMatch(/Delete it/);
});

test("columns are counted in signs, whatever bytes they have", async () => {
	for (const before of ["é = 1; ", "x = '\u{1f6a2}'; ", "名前 = 2; "]) {
		const { errors } = await drawn(`${HEAD}${before}walk(1 / 0)\n`);
		expect([errors[0]?.code, errors[0]?.place.column]).toEqual(["py-divide-zero", before.length + 6]);
	}
});

test("every code has words and a case, and every sentence is whole", () => {
	const cases = new Set([...CASES.map((c) => c.code), "py-import-missing", "py-null"]);
	expect(Object.keys(PYTHON_SENTENCES).filter((code) => !cases.has(code))).toEqual([]);
	expect(CASES.length).toBeGreaterThanOrEqual(100);
	expect(CASES.filter((c) => /undefined”|\bpy-/.test(c.says))).toEqual([]);
});
