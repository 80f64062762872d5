import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { draw } from "../draw.ts";
import { chance } from "../languages/nib/chance.ts";
import { STATEMENTS } from "../languages/nib/statements/index.ts";
import { decodeTape, encodeTape, NoTape, tapeBody } from "./binary.ts";
import { tapeFromLines, tapeLines } from "./json-lines.ts";
import { ENTRY, PLAIN_LINE } from "./layout.ts";
import { PATH } from "./path.ts";
import type { Tape } from "./tape.ts";
import { TapeWriter } from "./writer.ts";

const PROGRAMS = (
	parse(readFileSync(new URL("../../../demo/programs.yaml", import.meta.url), "utf8")) as { source: string }[]
).map((p) => p.source);
const SHOWCASE = readFileSync(new URL("../../examples/showcase.nib.txt", import.meta.url), "utf8");

/** A tape as a front end with Bézier paths, dashes and clips would write it. */
function canvasTape(): Tape {
	const writer = new TapeWriter(100);
	const put = (...values: number[]) => {
		for (const value of values) writer.put(value);
	};
	writer.use(0x000000ff, 2, -1);
	writer.add(ENTRY.clip, 1, 0);
	put(1, PATH.move, 0, 0, PATH.line, 90, 0, PATH.line, 45, 80, PATH.close);
	writer.use(0x0000ffff, 3, 0xff0000ff, { ...PLAIN_LINE, cap: "round", dash: [4, 2] }, 1);
	writer.add(ENTRY.path, 2, 0);
	put(
		0,
		PATH.move,
		10,
		10,
		PATH.quadratic,
		20,
		0,
		30,
		10,
		PATH.cubic,
		40,
		20,
		40,
		40,
		10,
		40,
		PATH.arc,
		30,
		40,
		20,
		20,
		0,
		180,
		90,
		PATH.close,
	);
	return writer.finish({ width: 100, height: 80, origin: "top left" }, [], { x: 0, y: 0, facing: 0, down: true });
}

const TAPES: [string, Tape][] = [
	["the showcase", draw(SHOWCASE, { frames: 20 }).tape],
	["a canvas path", canvasTape()],
	["an empty program", draw("").tape],
	...[...STATEMENTS.values()].map((s): [string, Tape] => [s.head, draw(s.example).tape]),
	...PROGRAMS.map((source, i): [string, Tape] => [`demo program ${i + 1}`, draw(source).tape]),
];

describe("a tape comes back exactly", () => {
	test.each(TAPES)("%s", (_, tape) => {
		const body = tapeBody(tape);
		expect(tapeBody(decodeTape(encodeTape(tape)))).toEqual(body);
		const lines = [...tapeLines(tape)];
		expect(lines.length).toBe(tape.length + 1);
		expect(tapeBody(tapeFromLines(lines.join("\n")))).toEqual(body);
		expect([...tapeLines(decodeTape(encodeTape(tape)))]).toEqual(lines);
	});
});

test("it is packed for keeping", () => {
	const { tape } = draw("repeat 5000\n  walk 3\n  turn left 7\nend");
	expect(encodeTape(tape).length).toBeLessThan(tapeBody(tape).length / 3);
});

const why = (run: () => unknown) => {
	try {
		run();
	} catch (error) {
		if (error instanceof NoTape) return error.message;
		throw error;
	}
	return "";
};

test("foreign and damaged bytes are refused with what is wrong", () => {
	const bytes = encodeTape(canvasTape());
	const changed = (at: number, value: number) => bytes.map((b, i) => (i === at ? value : b));
	expect(why(() => decodeTape(new Uint8Array(0)))).toBe("This isn't a tape.");
	expect(why(() => decodeTape(new TextEncoder().encode("%PDF-1.7 and much more of it")))).toBe("This isn't a tape.");
	expect(why(() => decodeTape(changed(8, 9)))).toBe("This tape has the form 9; 1 is the only one known here.");
	expect(why(() => decodeTape(changed(16, (bytes[16] as number) ^ 1)))).toContain("checksum");
	expect(why(() => decodeTape(changed(15, 255)))).toContain("too large");
	expect(why(() => decodeTape(bytes.subarray(0, bytes.length - 9)))).toContain("damaged");
	expect(why(() => decodeTape(changed(12, 3)))).toContain("damaged");
});

test("lines that aren't a tape's are refused with their number", () => {
	const lines = [...tapeLines(canvasTape())];
	const whyNot = (at: number, line: string) =>
		why(() => tapeFromLines(lines.map((l, i) => (i === at ? line : l)).join("\n")));
	expect(why(() => tapeFromLines(""))).toBe("Line 1 of this tape isn't an object in JSON.");
	expect(whyNot(0, "{}")).toBe("This isn't a tape.");
	expect(whyNot(1, "[1")).toBe("Line 2 of this tape isn't an object in JSON.");
	expect(whyNot(1, '{"kind":"constructor","at":[]}')).toBe("Line 2 of this tape isn't an entry.");
	expect(whyNot(2, '{"kind":"dot","line":1,"step":0,"frame":0,"style":0,"call":0,"at":[1,2]}')).toBe(
		"This isn't a tape: entry 2: a dot doesn't have 2 coordinates.",
	);
	expect(whyNot(2, '{"kind":"text","line":1,"step":0,"frame":0,"style":0,"call":0,"at":[1,2,3,0,0,7,0]}')).toContain(
		"its text is missing",
	);
	expect(whyNot(2, '{"kind":"dot","line":1,"step":0,"frame":0,"style":0,"call":0,"at":[1,2,"x"]}')).toContain(
		"isn't a number",
	);
	expect(whyNot(2, '{"kind":"dot","line":-1,"step":0,"frame":0,"style":0,"call":0,"at":[1,2,3]}')).toContain(
		"has no line",
	);
	expect(whyNot(2, '{"kind":"dot","line":1,"step":0,"frame":0,"style":8,"call":0,"at":[1,2,3]}')).toContain(
		"its style is missing",
	);
	expect(whyNot(2, '{"kind":"dot","line":1,"step":0,"frame":0,"style":0,"call":2,"at":[1,2,3]}')).toContain(
		"its call is missing",
	);
	expect(why(() => tapeFromLines(lines.slice(0, 2).join("\n")))).toBe("This tape should have 2 entries and has 1.");
});

test("no damage makes the reader crash or give a tape that isn't one", () => {
	const next = chance(41);
	const whole = [encodeTape(canvasTape()), encodeTape(draw(SHOWCASE, { frames: 2 }).tape)];
	const text = [...tapeLines(canvasTape())].join("\n");
	for (let i = 0; i < 4_000; i++) {
		const bytes = Uint8Array.from(whole[i % 2] as Uint8Array);
		for (let n = 1 + Math.floor(next() * 4); n > 0; n--)
			bytes[Math.floor(next() * bytes.length)] = Math.floor(next() * 256);
		const cut = next() < 0.3 ? bytes.subarray(0, Math.floor(next() * bytes.length)) : bytes;
		why(() => decodeTape(cut));
		const at = Math.floor(next() * text.length);
		why(() =>
			tapeFromLines(
				text.slice(0, at) +
					String.fromCharCode(32 + Math.floor(next() * 90)) +
					text.slice(at + 1 + Math.floor(next() * 3)),
			),
		);
	}
});
