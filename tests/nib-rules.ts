import { read } from "../core/src/languages/nib/read.ts";
import { run } from "../core/src/languages/nib/runner.ts";
import type { Problem } from "../core/src/languages/problem.ts";
import type { Run, RunOptions } from "../core/src/languages/run.ts";
import { endOf, messagesOf, type Tape } from "../core/src/tape/tape.ts";
import { entryName } from "../core/src/tape/tape-problem.ts";
import { applied } from "../core/src/test-fix.ts";
import { problemSentence } from "../core/src/words/problems.ts";

export function runOf(source: string, options: RunOptions = {}): Run {
	const reading = read(source);
	if (!reading.ok) throw new Error(reading.problems.map((p) => `${p.place.line}: ${problemSentence(p)}`).join("\n"));
	return run(reading.checked, options);
}

/** What a program printed; it must come to its own end. */
export function prints(source: string, options: RunOptions = {}): string[] {
	const { tape, problem } = runOf(source, options);
	if (problem) throw new Error(problemSentence(problem));
	return messagesOf(tape).map((m) => m.text);
}

/** What is wrong with a program, on reading or running. */
export function problems(source: string, options: RunOptions = {}): readonly Problem[] {
	const reading = read(source);
	if (!reading.ok) return reading.problems;
	const { problem } = run(reading.checked, options);
	return problem ? [problem] : [];
}

export const codes = (source: string, options: RunOptions = {}) => problems(source, options).map((p) => p.code);
export const reads = (source: string) => read(source).ok;
export const sentence = (source: string) =>
	problems(source)
		.map((p) => problemSentence(p))
		.join(" ");

/** A source after the first fix it is offered. */
export function mended(source: string): string {
	const problem = problems(source)[0];
	if (!problem?.fix) throw new Error("no fix");
	return applied(source, problem);
}

const RECORDED_ONLY = new Set(["callBegin", "callEnd", "turn", "face", "pen", "message"]);

/** What was drawn: each entry's name and coordinates, to nine digits. */
export function drawn(tape: Tape): [string, ...number[]][] {
	const rows: [string, ...number[]][] = [];
	for (let i = 0; i < tape.length; i++) {
		const name = entryName(tape.kind[i] as number) as string;
		if (RECORDED_ONLY.has(name)) continue;
		rows.push([
			name,
			...[...tape.coords.subarray(tape.at[i] as number, endOf(tape, i))].map((c) => Math.round(c * 1e9) / 1e9 + 0),
		]);
	}
	return rows;
}

export const draws = (source: string, options: RunOptions = {}) => drawn(runOf(source, options).tape);
export const remarks = (source: string, options: RunOptions = {}) => runOf(source, options).remarks.map((r) => r.code);
