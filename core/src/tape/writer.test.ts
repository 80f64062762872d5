import { expect, test } from "vitest";
import { ENTRY } from "./layout.ts";
import { coordinate, endOf, styleOf } from "./tape.ts";
import { TapeFull, TapeWriter } from "./writer.ts";

const PEN = { x: 0, y: 0, facing: 0, down: true };
const SHEET = { width: 10, height: 10, origin: "centre" } as const;

test("entries come back in order with their coordinates, styles and texts", () => {
	const writer = new TapeWriter(100);
	writer.use(1, 2, 3);
	writer.add4(ENTRY.segment, 7, 1, 0, -0, 5, 5);
	writer.use(-1, 2, 9);
	writer.add(ENTRY.polygon, 8, 2);
	for (const value of [1, 2, 3, 4, 5, 6]) writer.put(value);
	writer.use(1, 2, 3);
	writer.add1(ENTRY.message, 9, 3, writer.textNumber("hello"));
	const tape = writer.finish(SHEET, [], PEN);
	expect([...tape.kind]).toEqual([ENTRY.segment, ENTRY.polygon, ENTRY.message]);
	expect([...tape.line]).toEqual([7, 8, 9]);
	expect(Object.is(coordinate(tape, 0, 1), 0)).toBe(true);
	expect(endOf(tape, 1) - (tape.at[1] as number)).toBe(6);
	expect(styleOf(tape, 1)).toEqual({ ink: -1, width: 2, fill: 9 });
	expect(tape.styles.length).toBe(2);
	expect(tape.texts[coordinate(tape, 2, 0)]).toBe("hello");
});

test("it grows without losing anything and stops at its limit", () => {
	const writer = new TapeWriter(5000);
	writer.use(1, 1, 1);
	for (let i = 0; i < 5000; i++) writer.add4(ENTRY.segment, i, i, i, i, i, i);
	expect(() => writer.add(ENTRY.segment, 1, 1)).toThrow(TapeFull);
	const tape = writer.finish(SHEET, [], PEN);
	expect(tape.length).toBe(5000);
	expect([coordinate(tape, 4999, 3), tape.line[4999], tape.at[4999]]).toEqual([4999, 4999, 4999 * 4]);
});

test("a segment takes no more than 64 bytes, spare room included no more than 128", () => {
	const writer = new TapeWriter(2_000_000);
	writer.use(1, 1, 1);
	for (let i = 0; i < 1_000_000; i++) writer.add4(ENTRY.segment, 1, i, 0, 0, 1, 1);
	const tape = writer.finish(SHEET, [], PEN);
	const columns = [tape.kind, tape.line, tape.step, tape.frame, tape.style, tape.call, tape.at, tape.coords];
	expect(columns.reduce((sum, c) => sum + c.byteLength, 0) / tape.length).toBeLessThanOrEqual(64);
	expect(columns.reduce((sum, c) => sum + c.buffer.byteLength, 0) / tape.length).toBeLessThanOrEqual(128);
});
