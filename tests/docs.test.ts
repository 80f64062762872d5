import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { expect, test } from "vitest";
import { draw, HELP, readExercise, reportProblem } from "../core/dist/index.js";
import { ENTRY } from "../core/dist/tape/layout.js";
import { stalePages } from "../setup/docs.mjs";

const ROOT = resolve(import.meta.dirname, "..");
const page = (path: string) => readFileSync(join(ROOT, path), "utf8");

/** The indented blocks of a page. */
function blocks(text: string): string[] {
	return text.split(/\n{2,}(?! {4})/).flatMap((part) => {
		const lines = part.split("\n").filter((l) => l.startsWith("    ") || l === "");
		return lines.length > 3 ? [lines.map((l) => l.slice(4)).join("\n")] : [];
	});
}

test("the pages made from the code are as the code makes them", () => {
	expect(stalePages()).toEqual([]);
});

test("the ferry of the language page draws five figures", () => {
	const [ferry] = blocks(page("docs/language.md"));
	const drawn = draw(ferry ?? "");
	expect([drawn.errors, drawn.drawing.figures.map((f) => f.kinds[0])]).toEqual([
		[],
		["trapezium", "circle", "circle", "circle", "line"],
	]);
});

test("every picture of the introduction is drawn from the program above it, and there are five; and the colours", () => {
	expect(readdirSync(join(ROOT, "docs/pictures")).sort()).toEqual(
		[...page("docs/introduction.md").matchAll(/\(pictures\/([a-z-]+\.svg)\)/g)]
			.map(([, name]) => name)
			.concat("architecture.svg", "colours.svg", "checks", "library")
			.sort(),
	);
});

test("every program of the introduction reads and runs", () => {
	const programs = [...page("docs/introduction.md").matchAll(/```(?:nib)?\n([\s\S]*?)```/g)].map(
		([, source]) => source as string,
	);
	expect(programs.length).toBe(6);
	for (const source of programs) {
		const drawn = draw(source);
		expect([...drawn.errors, ...drawn.remarks].map((p) => p.code)).toEqual([]);
	}
});

test("what the introduction says that a student reads is what is said", () => {
	const rows = [...page("docs/introduction.md").matchAll(/^\| `([^`]+)`([^|]*)\| (.+) \|$/gm)];
	expect(rows.length).toBe(4);
	for (const [, program, more, sentence] of rows) {
		const source = more?.includes("without an end")
			? `${program}\n  walk 5`
			: program?.startsWith("if")
				? `let x = 1\n${program}\nend`
				: (program as string);
		expect(draw(source).errors.map((p) => reportProblem(p).message)).toEqual([sentence?.trim()]);
	}
});

test("the grammar of the language page is the one above the parser and the reader of values", () => {
	const language = page("docs/language.md");
	for (const file of ["parser", "values"]) {
		const comment = /\/\*\n( \* (?:program|value) [\s\S]*?)\*\//.exec(
			page(`core/src/languages/nib/${file}.ts`),
		)?.[1] as string;
		const grammar = comment
			.trimEnd()
			.split("\n")
			.map((line) => line.slice(3).trimEnd());
		expect(language).toContain(grammar.join("\n"));
	}
});

test("every word of the language has help, and every example runs unchanged", () => {
	for (const [word, { forms, help, example }] of HELP) {
		expect(help).toMatch(/^[A-Z].*\.$/);
		expect(forms.length).toBeGreaterThan(0);
		const drawn = draw(example, { frames: 2 });
		expect([word, ...drawn.errors.map((p) => reportProblem(p).message)]).toEqual([word]);
		expect([word, drawn.ended]).toEqual([word, "whole"]);
	}
});

test("the tape page names every kind of entry, and no other", () => {
	const table = page("docs/tape.md").split("## Kinds and their coordinates")[1]?.split("## In a file")[0] as string;
	const named = [...table.matchAll(/^\| ((?:`\w+` ?)+)/gm)].flatMap(([, cell]) =>
		[...(cell as string).matchAll(/\w+/g)].map(([word]) => word),
	);
	expect(named.sort()).toEqual(Object.keys(ENTRY).sort());
});

test("the exercise of the exercise page reads", () => {
	const file = /^ {4}format: markpen\/exercise@1\n(?: {4}.*\n)+/m.exec(page("docs/exercises.md"))?.[0] ?? "";
	expect(readExercise(file.replaceAll(/^ {4}/gm, ""))).toMatchObject({ ok: true });
});

test("every link and picture of the README and the docs leads somewhere", () => {
	const pages = [
		"README.md",
		"CONTRIBUTING.md",
		...readdirSync(join(ROOT, "docs"), { recursive: true, encoding: "utf8" })
			.filter((n) => n.endsWith(".md"))
			.map((n) => `docs/${n}`),
	];
	for (const path of pages) {
		for (const [, link] of page(path).matchAll(/\]\((?!https?:)([^)#]+)/g))
			expect([link, existsSync(join(ROOT, path, "..", link as string))]).toEqual([link, true]);
	}
	for (const name of readdirSync(join(ROOT, "docs/screenshots")))
		expect(page("README.md")).toContain(`docs/screenshots/${name}`);
});

test("every point of the language page has its test, and every test its point", () => {
	const points = [...page("docs/language.md").matchAll(/^- (.+)$/gm)].map(([, point]) => point as string);
	const tests = ["rules", "drawing-rules"].flatMap((name) =>
		[...page(`core/src/languages/nib/${name}.test.ts`).matchAll(/^\ttest\(("(?:[^"\\]|\\.)*"|'[^']*')/gm)].map(
			([, quoted = ""]) => (quoted.startsWith('"') ? (JSON.parse(quoted) as string) : quoted.slice(1, -1)),
		),
	);
	expect(tests.length).toBeGreaterThan(100);
	expect(points.filter((point) => !tests.includes(point))).toEqual([]);
	expect(tests.filter((name) => !points.includes(name))).toEqual([]);
});
