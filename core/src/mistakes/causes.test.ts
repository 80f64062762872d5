import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { programRunOf } from "../exercise/program-run-of.ts";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { forgiven, isOneChangeAway } from "../forgiven.ts";
import { edited } from "../languages/edited.ts";
import { causesIn, mark } from "../mark.ts";
import { judge } from "../marking/judge.ts";
import { inNib } from "../test-marking.ts";
import { MISTAKES } from "./index.ts";
import { paired } from "./pairs.ts";
import { canBeSearched } from "./searchable.ts";
import { dependences } from "./where.ts";

const FOLDERS = ["../../../demo/exercises/", "../../examples/touchstones/"].map((f) => new URL(f, import.meta.url));
const files = FOLDERS.flatMap((folder) =>
	readdirSync(folder)
		.filter((name) => name.endsWith(".exercise.yaml"))
		.map((name): [string, ExerciseFile] => {
			const reading = readExercise(readFileSync(new URL(name, folder), "utf8"));
			if (!reading.ok) throw new Error(name);
			return [name.replace(".exercise.yaml", ""), reading.exercise];
		}),
);
const exercise = (name: string) => files.find(([n]) => n === name)?.[1] as ExerciseFile;
const SAIL = `pen colour blue width 3
walk 90
turn left 135
walk 127
turn right 135
walk 90
text "Plover" at -150, 100
`;

/** For each program searched for causes: the share of statements that its missed criteria depend on. */
const shares: number[] = [];

/** Changes of one mistake in one model. */
const MOST = 3;

describe.each(files)("where the causes of %s are looked for", (_, file) => {
	test("the line of a mistake is among the statements on which what it costs depends, whatever the mistake", {
		timeout: 120_000,
	}, () => {
		const model = programRunOf(inNib(file.model), file);
		const { sheet } = model;
		const outside: string[] = [];
		let [traced, all] = [0, 0];
		const sites = model.program.read.sites;
		for (const { id, make } of MISTAKES)
			for (const change of [...(make?.(sites, { sheet, far: 30 }) ?? [])].slice(0, MOST)) {
				const source = edited(file.model, change.edits);
				const run = programRunOf(inNib(source), file);
				if (!run.program.isReadable) continue;
				const missed = judge(run).judged.filter(
					(j) => j.score.verdict !== "met" && !j.judgement.waits && canBeSearched(j.criterion, model),
				);
				if (missed.length === 0) continue;
				all++;
				const indices = missed.flatMap((j) => [
					...j.judgement.figures,
					...j.judgement.findings.flatMap((f) => f.figure ?? []),
				]);
				const [moment] = paired(run, model);
				const drawn = [...indices.flatMap((i) => run.drawing.figures[i] ?? []), ...(moment?.extra ?? [])];
				const own = run.program.read.sites;
				const lines = missed.flatMap((j) => j.judgement.findings.flatMap((f) => f.lines ?? []));
				const found = dependences(own, run.tape, drawn, lines);
				// Where nothing is drawn or named, everything is looked at.
				if (found.size === 0) continue;
				traced++;
				shares.push(found.size / own.statements.length);
				const at = changedLines(file.model, source);
				const near = own.statements.filter((s) => found.has(s.index)).flatMap((s) => [s.line, s.lastLine + 1]);
				if (!at.some((line) => near.includes(line))) outside.push(`${id}, line ${at[0]}`);
			}
		// A few causes lie outside: a name that nothing uses any more leads nowhere. They are searched after the others.
		expect([outside.length <= 3, outside]).toEqual([true, outside]);
		expect(traced).toBeGreaterThan(0.75 * all);
	});
});

test("what a missed criterion depends on is often less than the whole program", () => {
	expect(shares.filter((share) => share < 1).length).toBeGreaterThan(0.4 * shares.length);
	expect(Math.min(...shares)).toBeLessThan(0.5);
});

/** The lines in which a program differs from another, and those beside lines that are gone. */
function changedLines(before: string, after: string): number[] {
	const [a, b] = [before.split("\n"), after.split("\n")];
	let first = 0;
	while (first < b.length && a[first] === b[first]) first++;
	return [first, first + 1, first + 2];
}

describe("causes", () => {
	test("name the word in the program, what it takes along, and what would be right", () => {
		const [cause, ...others] = causesIn(SAIL, exercise("sail")).causes;
		expect(others).toEqual([]);
		expect(cause).toMatchObject({
			id: "turned-other-way",
			line: 5,
			column: 6,
			length: 5,
			teacher: "Line 5: turned right; turning left meets 3 more criteria.",
			was: "turn right 135",
			mended: "turn left 135",
		});
		expect(cause?.regains.map((r) => r.id)).toEqual(["one", "right", "closes"]);
		expect(cause?.sentence).not.toContain("left 135");
	});

	test("are the same whenever they are looked for, and the same in the report", () => {
		const found = causesIn(SAIL, exercise("sail"));
		expect(causesIn(SAIL, exercise("sail"))).toEqual(found);
		expect(mark(SAIL, exercise("sail"), { causes: true }).causes).toEqual(found.causes);
		expect(mark(SAIL, exercise("sail")).causes).toBeNull();
	});

	test("of a program that misses nothing are none, at no cost", () => {
		for (const [, file] of files) expect(mark(file.model, file).causes ?? "searched").toEqual([]);
	});

	test("two in one program are both found", () => {
		const source = SAIL.replace("width 3", "width 9");
		const found = causesIn(source, exercise("sail")).causes;
		expect(found.map((c) => c.id).sort()).toEqual(["line-wider", "turned-other-way"]);
		expect(found.find((c) => c.id === "line-wider")?.line).toBe(1);
	});

	test("of a program that runs too long to be tried again and again aren't looked for", () => {
		const source = `${SAIL}repeat 400000\n  turn left 360\nend\n`;
		expect(mark(source, exercise("sail")).causes).toEqual([]);
	});

	test("a program that one correction would make right is one change away", () => {
		expect(isOneChangeAway(mark(SAIL, exercise("sail"), { causes: true }))).toBe(true);
		const two = SAIL.replace("width 3", "width 9");
		expect(isOneChangeAway(mark(two, exercise("sail"), { causes: true }))).toBe(false);
		expect(isOneChangeAway(mark(SAIL, exercise("sail")))).toBe(false);
	});
});

describe("consequences", () => {
	const counted = mark(SAIL, exercise("sail"), { causes: true });

	test("count, unless the exercise forgives them", () => {
		expect(forgiven(counted, { consequences: "count" })).toBe(counted);
		expect(forgiven(counted, {})).toBe(counted);
	});

	test("that are forgiven cost no more than the most valuable criterion of a cause", () => {
		const report = forgiven(counted, { consequences: "forgiven" });
		expect([counted.points.earned, report.points.earned]).toEqual([7, 10]);
		expect(report.criteria.filter((c) => c.follows !== undefined).map((c) => [c.id, c.points, c.follows])).toEqual([
			["one", 1, 5],
			["closes", 2, 5],
		]);
		expect(forgiven(report, { consequences: "forgiven" })).toEqual(report);
	});

	test("are forgiven in a report whose exercise says so", () => {
		const file = { ...exercise("sail"), consequences: "forgiven" as const };
		expect(mark(SAIL, file, { causes: true }).points.earned).toBe(10);
		expect(mark(SAIL, file).points.earned).toBe(7);
	});
});
