import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import type { Browser, Page } from "playwright-core";
import { build } from "vite";
import { afterAll, beforeAll, expect, test } from "vitest";
import { parse } from "yaml";
import {
	FUNCTIONS,
	mark,
	readExercise,
	STATEMENTS,
	type Submission,
	tapeChecksum,
	tapeOf,
} from "../../core/dist/index.js";
import { broughtWith, type CheckExample, exampleFile } from "../../core/examples/example-file.mjs";
import { demoPrograms } from "../../demo/dist/index.js";
import { generatedProgram } from "../programs.ts";
import { launch } from "./browser.ts";

/** The core as one script for a page. */
async function bundledCore(): Promise<string> {
	const entry = fileURLToPath(new URL("../../core/dist/index.js", import.meta.url));
	const result = await build({
		configFile: false,
		logLevel: "error",
		build: { write: false, minify: false, lib: { entry, formats: ["iife"], name: "core" } },
	});
	const [bundle] = Array.isArray(result) ? result : [result];
	if (!bundle || !("output" in bundle)) throw new Error("the core wasn't bundled");
	return bundle.output[0].code;
}

let browser: Browser;
let page: Page;

beforeAll(async () => {
	browser = await launch();
	page = await browser.newPage();
	await page.setContent("<!doctype html><title>core</title>");
	await page.addScriptTag({ content: await bundledCore() });
});
afterAll(() => browser.close());

declare const core: {
	tapeOf: typeof tapeOf;
	tapeChecksum: typeof tapeChecksum;
	readExercise: typeof readExercise;
	mark: typeof mark;
};

const inPage = (sources: readonly string[]) =>
	page.evaluate(
		(all) =>
			all.map((source) => {
				const tape = core.tapeOf(source, { frames: 4, seed: 7 });
				return tape && core.tapeChecksum(tape);
			}),
		sources,
	);
const here = (sources: readonly string[]) =>
	sources.map((source) => {
		const tape = tapeOf(source, { frames: 4, seed: 7 });
		return tape && tapeChecksum(tape);
	});

test("every demo program and example gives the same tape, byte for byte, in Node and in Chromium", async () => {
	const examples = ["showcase", "harbour"].map((name) =>
		readFileSync(new URL(`../../core/examples/${name}.nib.txt`, import.meta.url), "utf8"),
	);
	const sources = [
		...demoPrograms().map((p) => p.source),
		...[...STATEMENTS.values()].map((s) => s.example),
		...examples,
	];
	expect(await inPage(sources)).toEqual(here(sources));
});

test("2,000 generated programs, which use every function and statement between them, give the same tape in both", async () => {
	const sources = Array.from({ length: 2_000 }, (_, seed) => generatedProgram(seed));
	const all = sources.join("\n");
	for (const name of FUNCTIONS.keys()) expect(all).toContain(`${name}(`);
	for (const head of STATEMENTS.keys()) expect(all).toMatch(new RegExp(`^\\s*${head}\\b`, "m"));
	for (let from = 0; from < sources.length; from += 250) {
		const some = sources.slice(from, from + 250);
		const ours = here(some);
		expect(ours.every((checksum) => checksum !== undefined)).toBe(true);
		expect(await inPage(some)).toEqual(ours);
	}
});

interface Marking {
	readonly file: string;
	readonly source: string;
	readonly brought?: Submission;
	/** Whether the causes of what is missed are looked for too. */
	readonly causes?: boolean;
}

/** Every demo program beside its exercise, and what meets and misses each option of each check. */
function markings(): Marking[] {
	const text = (path: string) => readFileSync(new URL(`../../${path}`, import.meta.url), "utf8");
	const files = new Map(
		[...new Set(demoPrograms().map((p) => p.exercise))].map((id) => [id, text(`demo/exercises/${id}.exercise.yaml`)]),
	);
	const examples = parse(text("core/examples/checks.yaml")) as CheckExample[];
	return [
		...demoPrograms().map((p) => ({
			file: files.get(p.exercise) as string,
			source: p.source,
			causes: p.mistake !== undefined,
		})),
		...examples.flatMap((example) => {
			const [file, { brought }] = [exampleFile(example), example];
			return [
				{ file, source: example.met, brought: broughtWith(brought) },
				{ file, source: example.missed, brought: broughtWith(example["brought missed"] ?? brought) },
			] as Marking[];
		}),
	];
}

test("each demo program and example has the same report and causes, byte for byte, in Chromium and twice in Node", async () => {
	const all = markings();
	expect(all.length).toBeGreaterThan(400);
	const reported = (
		{ file, source, brought, causes = false }: Marking,
		{ readExercise: read, mark: marked }: Pick<typeof core, "readExercise" | "mark">,
	) => {
		const reading = read(file);
		return JSON.stringify(reading.ok ? marked(source, reading.exercise, { ...brought, causes }) : reading.problems);
	};
	const ours = all.map((one) => reported(one, { readExercise, mark }));
	expect(
		ours.every((report) => report.startsWith('{"')),
		"every exercise reads",
	).toBe(true);
	expect(all.map((one) => reported(one, { readExercise, mark }))).toEqual(ours);
	const theirs = await page.evaluate(
		([list, text]) => {
			const report = new Function(`return ${text}`)() as (one: unknown, its: typeof core) => string;
			return list.map((one) => report(one, core));
		},
		[all, reported.toString()] as const,
	);
	expect(theirs).toEqual(ours);
	expect(ours.filter((report) => report.includes('"causes":[{')).length).toBeGreaterThan(25);
});
