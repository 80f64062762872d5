import { readFileSync } from "node:fs";
import { type ExerciseFile, type LanguageId, LanguageLoader, mark, readExercise, STATEMENTS } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { INTERPRETERS } from "../../threads/src/interpreters.ts";
import { demoArchive } from "./archive.ts";
import { CURLEW } from "./curlew.ts";
import { GANNET } from "./gannet.ts";
import { type DemoProgram, demoPrograms } from "./programs.ts";

const programs = demoPrograms();
const files = new Map<string, ExerciseFile>();

function reportOf(program: DemoProgram) {
	let file = files.get(program.exercise);
	if (!file) {
		const reading = readExercise(
			readFileSync(new URL(`../exercises/${program.exercise}.exercise.yaml`, import.meta.url), "utf8"),
		);
		if (!reading.ok) throw new Error(program.exercise);
		file = reading.exercise;
		files.set(program.exercise, file);
	}
	return mark(program.source, file);
}

const named = (p: DemoProgram) => `${p.exercise}, ${p.student}, try ${p.try}`;
const with_ = (key: "right" | "mistake" | "stops" | "unreadable") =>
	programs.filter((p) => p[key] !== undefined).map((p) => [named(p), p] as const);

test("every program is right, has one mistake, stops or can't be read, and each exercise has enough of them", () => {
	expect(programs.length).toBeGreaterThanOrEqual(70);
	for (const p of programs)
		expect([p.right, p.mistake, p.stops, p.unreadable].filter((v) => v !== undefined).length).toBe(1);
	for (const exercise of new Set(programs.map((p) => p.exercise))) {
		const own = programs.filter((p) => p.exercise === exercise);
		expect([
			exercise,
			own.length >= 6,
			new Set(own.flatMap((p) => p.right ?? [])).size >= 3,
			own.filter((p) => p.mistake !== undefined).length >= 3,
		]).toEqual([exercise, true, true, true]);
	}
	expect(new Set(programs.map((p) => p.exercise)).size).toBe(8);
	expect(new Set(with_("mistake").map(([, p]) => p.mistake)).size).toBeGreaterThanOrEqual(20);
	expect([with_("stops").length, with_("unreadable").length]).toEqual([4, 2]);
});

/** Criteria that aren't met, without those still to judge. */
const lost = (report: ReturnType<typeof reportOf>) =>
	report.criteria.filter((c) => c.verdict !== "met" && c.waits === undefined);

test.each(with_("right"))("right: %s", (_, program) => {
	const report = reportOf(program);
	expect(lost(report).map((c) => `${c.id}: ${c.sentence}`)).toEqual([]);
});

test.each(with_("mistake"))("one mistake: %s", (_, program) => {
	const report = reportOf(program);
	expect(lost(report).map((c) => c.id)).toEqual(program.costs);
	expect([report.state, report.ended]).toEqual(["drew", "whole"]);
});

test.each(with_("stops"))("stops half-way: %s", (_, program) => {
	const report = reportOf(program);
	expect(report.ended).toBe("stopped");
	expect(report.points.earned).toBeGreaterThan(0);
	expect(report.points.earned).toBeLessThan(report.points.possible);
});

test.each(with_("unreadable"))("can't be read: %s", (_, program) => {
	expect([reportOf(program).state, reportOf(program).points.earned]).toEqual(["unreadable", 0]);
});

/** A program with its names, numbers, texts and comments made alike. */
function shape(source: string): string {
	const words = new Set([
		...STATEMENTS.keys(),
		...[...STATEMENTS.values()].flatMap((s) => s.phrases.map((p) => p.word)),
		..."let repeat for from to by while if else routine return end left right".split(" "),
	]);
	return source
		.replace(/(^|\s)--.*$/gm, "")
		.replace(/"[^"]*"/g, '"t"')
		.replace(/\d+(\.\d+)?/g, "0")
		.replace(/[a-z_][a-z0-9_]*/gi, (word) => (words.has(word) ? word : "n"))
		.replace(/\s+/g, " ")
		.trim();
}

test("no two programs are alike once names and numbers are ignored", () => {
	const seen = new Map<string, string>();
	for (const p of programs) {
		expect(`${named(p)} is alike ${seen.get(shape(p.source))}`).toBe(`${named(p)} is alike undefined`);
		seen.set(shape(p.source), named(p));
	}
});

const loader = new LanguageLoader(INTERPRETERS);
const languages = await loader.ready(["nib", "python", "javascript", "svg"]);

describe.each([
	["8 Curlew", CURLEW, 8, 100],
	["8 Gannet", GANNET, 6, 80],
] as const)("%s", (_, of, exercises, handIns) => {
	const byHand = of.programs();

	test("its programs are right, have one mistake, stop or can't be read", () => {
		expect(byHand.length).toBeGreaterThanOrEqual(20);
		for (const p of byHand)
			expect([p.right, p.mistake, p.stops, p.unreadable].filter((v) => v !== undefined).length).toBe(1);
		expect(new Set(byHand.map((p) => p.exercise)).size).toBe(exercises);
		for (const { id } of of.exercises) {
			const own = byHand.filter((p) => p.exercise === id);
			expect([id, own.some((p) => p.right), own.some((p) => p.mistake)]).toEqual([id, true, true]);
		}
	});

	test.each(byHand.map((p) => [`${p.exercise}: ${p.right ?? p.mistake ?? p.stops ?? p.unreadable}`, p] as const))(
		"%s",
		async (_, program) => {
			await loader.ready(languages.keys());
			const reading = readExercise(of.exercise(program.exercise));
			if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
			const language = program.language as LanguageId | undefined;
			const report = mark(program.source, reading.exercise, { languages, ...(language && { language }) });
			if (program.right !== undefined) expect(lost(report).map((c) => `${c.id}: ${c.sentence}`)).toEqual([]);
			else if (program.mistake !== undefined) expect(lost(report).map((c) => c.id)).toEqual(program.costs);
			else if (program.stops !== undefined) expect(report.ended).toBe("stopped");
			else expect(report.state).toBe("unreadable");
		},
	);

	test("hands in programs of all its languages, right ones and others", async () => {
		const work = of.work();
		expect(work.length).toBeGreaterThanOrEqual(handIns);
		const inLanguages = new Set(of.exercises.map((e) => e.language));
		for (const language of inLanguages) {
			const share = work.filter((h) => h.language === language).length / work.length;
			expect([language, share > 0.4 / inLanguages.size]).toEqual([language, true]);
		}
		for (const { id, set } of of.exercises) {
			const own = work.filter((h) => h.exercise === id);
			const isOpen = set < 7;
			const reading = readExercise(of.exercise(id));
			if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
			const full: boolean[] = [];
			for (const { source, language } of own) {
				await loader.ready(languages.keys());
				const { points } = mark(source, reading.exercise, { languages, language: language as LanguageId });
				full.push(points.earned === points.possible);
			}
			expect([id, own.length >= (isOpen ? 4 : 9), full.includes(true), full.includes(false)]).toEqual([
				id,
				true,
				true,
				true,
			]);
		}
	});
});

test("tries are numbered without gaps and in the order of time", () => {
	for (const p of programs) {
		const own = programs
			.filter((q) => q.student === p.student && q.exercise === p.exercise)
			.sort((a, b) => a.try - b.try);
		expect(own.map((q) => q.try)).toEqual(own.map((_, i) => i + 1));
		expect([...own].sort((a, b) => b.day - a.day)).toEqual(own);
	}
});

test("the archive is the same on every machine but for its dates, which end today", () => {
	const archive = (day: string) => JSON.stringify(demoArchive(new Date(day)));
	// Drafts are of the lesson that is going on: they alone depend on the time of day.
	const still = (text: string) => text.replace(/"savedAt":"[^"]*"/g, "");
	const [morning, evening] = [archive("2026-03-01T10:00:00Z"), archive("2026-03-01T22:00:00Z")];
	expect(still(morning) === still(evening)).toBe(true);
	expect(morning === evening).toBe(false);
	const timeless = (text: string) => text.replace(/"\d{4}-[^"]*Z"/g, "");
	expect(timeless(archive("2026-03-01")) === timeless(archive("2026-05-09"))).toBe(true);
});
