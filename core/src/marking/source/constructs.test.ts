import { readFileSync } from "node:fs";
import { beforeAll, describe, expect, test } from "vitest";
import { parse } from "yaml";
import { canvasLanguage } from "../../../examples/canvas-language.mjs";
import { pythonLanguage } from "../../../examples/python-language.mjs";
import { readExercise } from "../../exercise/read.ts";
import { LANGUAGE_IDS, type Language, type LanguageId } from "../../languages/language.ts";
import { NIB_ALONE } from "../../languages/nib/nib.ts";
import { SVG } from "../../languages/svg/svg.ts";
import { mark } from "../../mark.ts";

type Row = { readonly asks: string } & Partial<Record<LanguageId, string>>;

const ROWS = parse(readFileSync(new URL("../../../examples/constructs.yaml", import.meta.url), "utf8")) as Row[];

/** A program with what its language puts round it. */
const WRAPPED: Readonly<Record<LanguageId, (source: string) => string>> = {
	nib: (source) => source,
	python: (source) => (source === "" ? "" : `from markpen import *\n${source}`),
	javascript: (source) => (source === "" ? "" : `const ctx = canvas.getContext("2d");\n${source}`),
	svg: (source) => `<svg xmlns="http://www.w3.org/2000/svg">\n${source}\n</svg>`,
};

let languages: ReadonlyMap<LanguageId, Language>;
beforeAll(async () => {
	languages = new Map<LanguageId, Language>([
		...NIB_ALONE,
		["python", await pythonLanguage()],
		["javascript", await canvasLanguage()],
		["svg", SVG],
	]);
});

describe.each(LANGUAGE_IDS)("what checks of the source count in %s", (id) => {
	const rows = ROWS.flatMap((row) => (row[id] === undefined ? [] : [[row.asks, row[id]] as const]));

	test.each(rows)("%s", (asks, source) => {
		const reading = readExercise(
			`format: markpen/exercise@1\nid: a\ntitle: A\nbrief: A\nlanguage: ${id}\nmodel: wipe\ncriteria:\n  - { id: it, check: code, ${asks}, points: 1 }\n`,
		);
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		const verdict = (program: string) =>
			mark(WRAPPED[id](program), reading.exercise, { languages, language: id }).criteria[0];
		expect(verdict(source)).toMatchObject({ verdict: "met" });
		if (!/at most|written as/.test(asks)) expect(verdict("")?.verdict).not.toBe("met");
	});
});

test("every language has its rows", () => {
	for (const id of LANGUAGE_IDS) expect(ROWS.filter((r) => r[id] !== undefined).length).toBeGreaterThanOrEqual(8);
});
