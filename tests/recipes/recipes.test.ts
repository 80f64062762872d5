import { execFile } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, join, resolve } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { follow, stepsOf } from "./follow.ts";

const ROOT = resolve(import.meta.dirname, "../..");
const PACKAGES = ["core", "contract", "threads", "client", "service", "cli", "console", "demo"];
/** In an order in which a recipe comes after those that it builds on. */
const RECIPES = ["statement", "check", "mistake", "route", "page"];
const recipe = (name: string) => readFileSync(join(ROOT, `docs/recipes/${name}.md`), "utf8");

let copy: string;

/** The project without what was installed, and links to that. */
beforeAll(() => {
	copy = mkdtempSync(join(tmpdir(), "mark-pen-recipes-"));
	const left = new Set(["node_modules", ".git", ".data"]);
	cpSync(ROOT, copy, { recursive: true, preserveTimestamps: true, filter: (from) => !left.has(basename(from)) });
	mkdirSync(join(copy, "node_modules/@markpen"), { recursive: true });
	for (const name of readdirSync(join(ROOT, "node_modules")))
		if (name !== "@markpen") symlinkSync(join(ROOT, "node_modules", name), join(copy, "node_modules", name));
	for (const name of PACKAGES) symlinkSync(join(copy, name), join(copy, "node_modules/@markpen", name));
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

/** Runs a command in the copy; what it wrote where it fails. */
function failureOf(path: string, args: readonly string[], folder = "."): Promise<string> {
	const script = path.includes("/") && !path.startsWith("setup/") ? join("node_modules", path) : path;
	// Random programs were tried where the tests of this project ran.
	const env = { ...process.env, NO_COLOR: "1", MARKPEN_FUZZ: "1000" };
	const options = { cwd: join(copy, folder), env, maxBuffer: 1 << 28 };
	return new Promise((resolve) =>
		execFile(process.execPath, [join(copy, script), ...args], options, (error, out, wrong) =>
			resolve(error ? `${error.message}\n${out.slice(-8_000)}\n${wrong.slice(-4_000)}` : ""),
		),
	);
}

test("there is a recipe for each, and no other", () => {
	expect(readdirSync(join(ROOT, "docs/recipes")).sort()).toEqual(RECIPES.map((name) => `${name}.md`).sort());
});

describe.sequential("followed one after the other in a copy of the project", () => {
	test.each(RECIPES)("the steps of %s fit", (name) => {
		const steps = stepsOf(recipe(name));
		expect(steps.length).toBeGreaterThan(1);
		for (const step of steps) follow(step, copy);
	});

	test("it compiles, its tests too", async () => {
		expect(await failureOf("typescript/bin/tsc", ["-b"])).toBe("");
		const svelte = ["--tsconfig", "tsconfig.json", "--fail-on-warnings"];
		expect(
			await Promise.all([
				failureOf("typescript/bin/tsc", ["-p", "tsconfig.tests.json"]),
				failureOf("svelte-check/bin/svelte-check", svelte, "console"),
			]),
		).toEqual(["", ""]);
	});

	test("it is formatted, and lint has nothing to say", async () => {
		expect(
			await Promise.all([
				failureOf("@biomejs/biome/bin/biome", ["check", "--error-on-warnings", "core", "service"]),
				failureOf("prettier/bin/prettier.cjs", ["--check", "console/src/pages/class/SizePage.svelte"]),
			]),
		).toEqual(["", ""]);
	});

	test("the documentation is made", async () => {
		expect(await failureOf("setup/docs.mjs", [])).toBe("");
		expect(readFileSync(join(copy, "docs/statements.md"), "utf8")).toContain("### diamond");
		expect(readFileSync(join(copy, "docs/checks.md"), "utf8")).toContain("## palette");
		expect(readFileSync(join(copy, "docs/mistakes.md"), "utf8")).toContain("half-the-sides");
		expect(readFileSync(join(copy, "docs/api.md"), "utf8")).toContain("GET /classes/:id/size");
	});

	test("every test beside the source passes", async () => {
		// What no recipe touches, and takes long: hostile programs, and the trials of the library.
		// The test of the texts asks git for the files, and the copy isn't a repository.
		const without = ["**/hostile*", "**/library.test.ts", "**/english.test.ts", "threads/**"].flatMap((files) => [
			"--exclude",
			files,
		]);
		const projects = ["--project", "beside", "--project", "state"];
		expect(await failureOf("vitest/vitest.mjs", ["run", ...projects, ...without])).toBe("");
	});
});

test("a change whose lines are in no place, or in two, is refused", () => {
	const step = stepsOf("```diff README.md\n no such line\n+more\n```\n");
	expect(step).toEqual([{ path: "README.md", changes: [{ from: "no such line\n", to: "no such line\nmore\n" }] }]);
	expect(() => follow(step[0] as never, ROOT)).toThrow("README.md has these lines 0 times, not once:\nno such line");
});
