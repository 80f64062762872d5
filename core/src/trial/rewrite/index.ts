import type { LanguageId } from "../../languages/language.ts";
import { NibProgram } from "../../languages/nib/nib.ts";
import type { Rewritten } from "../../languages/rewritten.ts";
import type { ProgramRun } from "../../marking/scene.ts";
import { CANVAS_WRITER } from "./canvas-writer.ts";
import type { DrawingWriter } from "./drawing-writer.ts";
import { drawnAnew, FROM_DRAWING } from "./from-drawing.ts";
import { FROM_SOURCE } from "./from-source.ts";
import { PYTHON_WRITER } from "./python-writer.ts";
import type { Rewriting } from "./rewriting.ts";
import { SVG_WRITER } from "./svg-writer.ts";

/** How languages other than Nib write a drawing. */
export const WRITERS: Partial<Record<LanguageId, DrawingWriter>> = Object.freeze({
	python: PYTHON_WRITER,
	javascript: CANVAS_WRITER,
	svg: SVG_WRITER,
});

/** All rewritings in Nib that draw the same picture: changed programs first, then programs written from the drawing. */
export const REWRITINGS: readonly Rewriting[] = Object.freeze([...FROM_SOURCE, ...FROM_DRAWING]);

/** A model that can be read, written otherwise in its own language so that it draws the same. */
export function rewritingsOf({ program, run, drawing, sheet }: ProgramRun): Rewritten[] {
	const { read } = program;
	// What moves is more than its last picture.
	const moves = (run?.frames ?? 0) > 0;
	if (read instanceof NibProgram) {
		const { checked } = read;
		if (!checked) return [];
		const framed = checked.program.steps.some((s) => s.node === "frames");
		return REWRITINGS.filter((r) => !(framed && r.loses.includes("source"))).flatMap(({ id, loses, make }) => {
			const source = make({ ...checked.program, source: program.source }, drawing, sheet);
			return source === undefined ? [] : [{ id, loses, source }];
		});
	}
	const writer = WRITERS[read.language];
	// Pictures count from the upper left corner, and so does a program that is written for one.
	const counts = read.language !== "python" || sheet.origin === "top left";
	const anew = writer && !moves && counts ? drawnAnew(drawing, sheet, writer) : [];
	return [...(read.rewritings?.() ?? []), ...anew];
}
