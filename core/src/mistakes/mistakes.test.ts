import { expect, test } from "vitest";
import { programRunOf } from "../exercise/program-run-of.ts";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { edited } from "../languages/edited.ts";
import { judge } from "../marking/judge.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { drawnSum } from "../tape/drawn-sum.ts";
import { inNib } from "../test-marking.ts";
import type { Change } from "./change.ts";
import { MISTAKES } from "./index.ts";
import { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { paired } from "./pairs.ts";

/** An exercise whose model is a program: each kind of figure that it draws is wanted as often as it is drawn. */
function exerciseOf(model: string): ExerciseFile {
	const text = (figures: string) => `format: markpen/exercise@1
id: example
title: Example
brief: Draw it.
${/^sheet 400, 300 origin centre/m.test(model) ? "sheet: { width: 400, height: 300, origin: centre }\n" : ""}model: |
${model.trimEnd().replace(/^/gm, "  ")}
${figures}criteria:
  - { id: alike, check: likeness, to: model, at least: 0.998, points: 1 }
`;
	const plain = readExercise(text(""));
	if (!plain.ok) throw new Error(JSON.stringify(plain.problems));
	const kinds = programRunOf(inNib(model), plain.exercise).drawing.figures.map((f) => f.kinds[0] as string);
	const wanted = [...new Set(kinds)].map(
		(kind) => `  ${kind}-wanted: { kind: ${kind}, number: ${kinds.filter((k) => k === kind).length} }\n`,
	);
	const reading = readExercise(text(`figures:\n${wanted.join("")}`));
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

const made = (source: string, changes: Iterable<Change>) => [...changes].map((c) => edited(source, c.edits));

const having = (key: "make" | "mend" | "notice") =>
	MISTAKES.filter((m) => m[key] !== undefined).map((m): [string, Mistake] => [m.id, m]);

test.each(having("make"))("%s: made in the right program of its example it gives the wrong one", (_, mistake) => {
	const { right, wrong } = mistake.example;
	const run = programRunOf(inNib(right), exerciseOf(right));
	const changes = mistake.make?.(run.program.read.sites, { sheet: run.sheet, far: 30 }) ?? [];
	expect(made(right, changes)).toContain(wrong);
});

test.each(having("mend"))("%s: mended in the wrong program of its example it gives the right one", (_, mistake) => {
	const { right, wrong } = mistake.example;
	const exercise = exerciseOf(right);
	const own = programRunOf(inNib(wrong), exercise);
	const model = programRunOf(inNib(right), exercise);
	const sites = own.program.read.sites;
	const look = new Look(sites, {
		own,
		model,
		moments: paired(own, model),
		near: new Set(sites.statements.map((s) => s.index)),
		again: (source) => programRunOf(inNib(source), exercise),
	});
	const runs = made(wrong, mistake.mend?.(look) ?? []).map((source) => programRunOf(inNib(source), exercise));
	const isNoticed = judge(own).points.earned === 0;
	// The same is drawn by the same statements, or what looks the same by others.
	const isRight = (run: ProgramRun) =>
		drawnSum(run.tape) === drawnSum(model.tape) || (isNoticed && judge(run).points.earned === 1);
	const mended = runs.filter((run) => run.program.isReadable && isRight(run));
	expect(mended.length).toBeGreaterThan(0);
});

test("every mistake can be made, corrected, or is noticed by a plain rule", () => {
	expect(MISTAKES.filter((m) => !m.make && !m.mend && !m.notice).map((m) => m.id)).toEqual([]);
});

test("a mistake that is made can be corrected, by itself or another one, unless that would write the answer in", () => {
	const ids = new Set(MISTAKES.filter((m) => m.mend).map((m) => m.id));
	const unmended = MISTAKES.filter((m) => m.make && !m.mend && !m.mendedBy?.some((id) => ids.has(id)));
	expect(unmended.map((m) => m.id)).toEqual(["left-out", "never-turns"]);
});

test("sentences name no mistake by its id, and those for students hold no corrected text", () => {
	for (const { id, made: words, did, instead, asks } of MISTAKES) {
		expect([words, did, instead, asks].filter((text) => id.includes("-") && text.includes(id))).toEqual([]);
		expect(asks).not.toContain("{now}");
		expect(asks).not.toContain("{was}");
	}
});

test("each id is there once", () => {
	const ids = MISTAKES.map((m) => m.id);
	expect(new Set(ids).size).toBe(ids.length);
});
