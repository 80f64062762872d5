import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { parse } from "yaml";
import { linesOf } from "./lexer.ts";
import { read } from "./read.ts";

/** A replacement for a token of each type. */
const CHANGED: Readonly<Record<string, string>> = { number: "%", sign: "~" };

const PROGRAMS = (
	parse(readFileSync(new URL("../../../../demo/programs.yaml", import.meta.url), "utf8")) as {
		source: string;
		unreadable?: string;
	}[]
)
	.filter((p) => p.unreadable === undefined)
	.map((p) => p.source);
PROGRAMS.push(readFileSync(new URL("../../../examples/showcase.nib.txt", import.meta.url), "utf8"));

interface Damage {
	readonly source: string;
	/** Line of the change. */
	readonly line: number;
	readonly kind: string;
}

/** One token removed, doubled or changed, at every place of a program. */
function* damaged(source: string): Generator<Damage> {
	const rows = source.split("\n");
	for (const { tokens } of linesOf(source)) {
		for (const { place, text, type } of tokens) {
			const row = rows[place.line - 1] as string;
			const [before, word, after] = [
				row.slice(0, place.column - 1),
				row.slice(place.column - 1, place.column - 1 + place.length),
				row.slice(place.column - 1 + place.length),
			];
			const changed = type === "name" ? `${text}q` : (CHANGED[type] ?? "@");
			for (const [kind, middle] of [
				["removed", ""],
				["doubled", `${word} ${word}`],
				["changed", changed],
			] as const) {
				const lines = [...rows];
				lines[place.line - 1] = `${before}${middle}${after}`;
				yield { source: lines.join("\n"), line: place.line, kind };
			}
		}
	}
}

test("one token removed, doubled or changed at every place of the demo programs gives few messages, and in the right place", () => {
	let [wrong, single, placed, most] = [0, 0, 0, 0];
	for (const program of PROGRAMS) {
		for (const damage of damaged(program)) {
			const reading = read(damage.source);
			if (reading.ok) continue;
			wrong++;
			if (reading.problems.length === 1) single++;
			most = Math.max(most, reading.problems.length);
			const first = reading.problems[0]?.place.line ?? 0;
			if (reading.problems.some((p) => p.place.line === damage.line || p.place.line === damage.line + 1)) placed++;
			expect(first).toBeGreaterThan(0);
		}
	}
	expect(wrong).toBeGreaterThan(2_000);
	expect(single / wrong).toBeGreaterThan(0.9);
	expect(most).toBeLessThanOrEqual(3);
	expect(placed / wrong).toBeGreaterThan(0.9);
});

test.each([
	["routine pole(x\n  walk x\nend\npole(40)\npole(80)", [1]],
	["routine pole x\n  walk x\nend\npole(40)\npole(80, 2)", [1]],
	["routine 2pole(x)\n  walk x\nend\npole(40)\npole(80)", [1]],
	["routine (x)\n  walk x\nend\npole(40)\nbuoy(80)", [1]],
	["routine pole(x)\n  walk x\nend\npoel(40)\npole(80)", [4]],
])("what follows from a broken first line of a routine isn't reported again at each call: %s", (source, lines) => {
	const reading = read(source);
	expect(reading.ok ? [] : reading.problems.map((p) => p.place.line)).toEqual(lines);
});
