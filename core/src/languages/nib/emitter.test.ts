import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { generatedProgram } from "../../../../tests/programs.ts";
import { emit } from "./emitter.ts";
import { read } from "./read.ts";
import { run } from "./runner.ts";
import { STATEMENTS } from "./statements/index.ts";
import { WatchLog } from "./watch.ts";

const PROGRAMS = (
	parse(readFileSync(new URL("../../../../demo/programs.yaml", import.meta.url), "utf8")) as { source: string }[]
).map((p) => p.source);
const SHOWCASE = readFileSync(new URL("../../../examples/showcase.nib.txt", import.meta.url), "utf8");

/** All that generated code may be made of: words of ours and of JavaScript, numbered names, numbers and signs. */
const WORDS = new Set(
	"use strict const let function if else for return break throw typeof instanceof void true false number string boolean width height colour rgba m s f k g l steps next bad remarks loop pause block count passes enter leave nextFrame beginArea endArea note length items".split(
		" ",
	),
);
const NUMBERED = /^(?:[rvt]\d+|et\d+)$/;

function codeOf(source: string, watch?: WatchLog): string | undefined {
	const reading = read(source);
	return reading.ok ? emit(reading.checked, { given: new Map(), ...(watch && { watch }) }).code : undefined;
}

/** Words in generated code that are neither ours nor numbered. */
function strangers(code: string): string[] {
	return [...new Set(code.match(/[\p{L}_$][\p{L}\p{N}_$]*/gu) ?? [])].filter(
		(word) => !WORDS.has(word) && !NUMBERED.test(word) && !/^e\d*$/.test(word),
	);
}

describe("nothing of the source reaches the generated code but numbers", () => {
	test("demo programs, examples and generated programs leave only fixed forms", () => {
		const sources = [
			...PROGRAMS,
			SHOWCASE,
			...[...STATEMENTS.values()].map((s) => s.example),
			...Array.from({ length: 300 }, (_, seed) => generatedProgram(seed)),
		];
		for (const source of sources) {
			for (const code of [codeOf(source), codeOf(source, new WatchLog(["gap", "a1", "i"]))]) {
				if (code === undefined) continue;
				expect(strangers(code)).toEqual([]);
				expect(code).not.toMatch(/[`\\$#@?]|\/\/|\/\*/);
				expect(
					code.match(/"[^"]*"/g)?.every((text) => WORDS.has(text.slice(1, -1)) || text === '"use strict"') ?? true,
				).toBe(true);
			}
		}
	});

	test.each([
		"constructor",
		"__proto__",
		"toString",
		"hasOwnProperty",
		"prototype",
		"m",
		"g",
		"k",
		"process",
		"globalThis",
		"eval",
		"сonst",
		"this",
		"await",
		"arguments",
	])("a program may call its names %s", (name) => {
		const source = `let ${name} = 1\nroutine ${name}(a)\n  ${name} = ${name} + a\n  return ${name}\nend\nlet list = [${name}(2), "${name}"]\nprint ${name}, ${name}(3), list[1], length(list)\nfor ${name}2 from 1 to 2\n  print ${name}2\nend`;
		const reading = read(source);
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		expect(strangers(codeOf(source) as string)).toEqual([]);
		const { tape, problem } = run(reading.checked);
		expect([problem, tape.texts]).toEqual([undefined, [`3 6 ${name} 2`, "1", "2"]]);
	});

	test.each([
		'"; m.steps = -1; "',
		"`$" + "{m.fail()}`",
		"*/ while(1){} /*",
		"\\u0022",
		'""+alert(1)+""',
		"\u2028 m=0",
		"-- \n throw 1",
	])("a text like %s is only a text", (text) => {
		const written = text.replaceAll("\n", " ").replaceAll('"', '""');
		const source = `let t = "${written}"\nprint t`;
		expect(strangers(codeOf(source) as string)).toEqual([]);
		const reading = read(source);
		expect(reading.ok && run(reading.checked).tape.texts).toEqual([text.replaceAll("\n", " ")]);
	});

	test.each(["constructor", "__proto__", "hasOwnProperty", "valueOf"])(
		"a statement called %s is unknown, in plain words",
		(word) => {
			for (const source of [
				`${word} 5`,
				`${word}(5)`,
				`${word}.x = 5`,
				`${word}.x`,
				`turn ${word} 5`,
				`rect ${word} 5`,
			]) {
				const reading = read(source);
				if (reading.ok) throw new Error(`${source} was read`);
				for (const { data, fix } of reading.problems) {
					for (const value of Object.values(data)) expect(["string", "number"]).toContain(typeof value);
					if (fix) expect(typeof fix.text).toBe("string");
				}
				expect(reading.problems.map((p) => p.code)).not.toContain("statement-other");
				expect(reading.problems.map((p) => p.code)).not.toContain("property-set");
			}
		},
	);

	test("numbers are written so that they stay numbers", () => {
		const source = `print ${["9".repeat(99), "0.000000000000000000000000001"].join(", ")}`;
		expect(strangers(codeOf("walk 123456789012345678901234567890.5") as string)).toEqual([]);
		expect(read(source).ok).toBe(true);
	});
});
