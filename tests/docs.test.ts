import { readdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { expect, test } from "vitest";
import { draw, readExercise } from "../core/dist/index.js";
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
	expect([drawn.errors, drawn.drawing.figures.map((f) => f.kinds[0])]).toEqual([[], ["trapezium", "circle", "circle", "circle", "line"]]);
});

test("the exercise of the exercise page reads", () => {
	const [file] = blocks(page("docs/exercises.md"));
	expect(readExercise(file ?? "")).toMatchObject({ ok: true });
});

test("every link and picture of the README and the docs leads somewhere", () => {
	const pages = [
		"README.md",
		...readdirSync(join(ROOT, "docs"))
			.filter((n) => n.endsWith(".md"))
			.map((n) => `docs/${n}`),
	];
	for (const path of pages) {
		for (const [, link] of page(path).matchAll(/\]\((?!https?:)([^)#]+)/g)) expect(() => readdirSync(join(ROOT, path, "..", link as string, ".."))).not.toThrow();
	}
	for (const name of readdirSync(join(ROOT, "docs/screenshots"))) expect(page("README.md")).toContain(`docs/screenshots/${name}`);
});
