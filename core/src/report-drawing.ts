import type { Drawn } from "./draw.ts";
import type { Figure } from "./figures/figure.ts";
import { rimOf } from "./geometry/ellipse.ts";
import type { Problem, Sentences } from "./languages/problem.ts";
import { PathPen } from "./picture/paths.ts";
import { pictureOf } from "./picture/picture.ts";
import { type DrawingReport, MAX_FIGURES, type ProblemReport, type ReportFigure } from "./report.ts";
import { type Sheet, upward } from "./tape/layout.ts";
import { messagesOf } from "./tape/tape.ts";
import { problemSentence } from "./words/problems.ts";
import { figureSentence } from "./words/readback.ts";

/** A problem with its sentence, as plain data. @param own what its language says of its own problems */
export function reportProblem(problem: Problem, own?: Sentences): ProblemReport {
	const { code, place, fix, data } = problem;
	const calls = typeof data.calls === "string" ? { calls: data.calls } : {};
	return { code, message: problemSentence(problem, own), ...place, ...(fix && { fix }), ...calls };
}

/** A figure read back, with its outline to point at. */
export function reportFigure(figure: Figure, sheet: Sheet): ReportFigure {
	return {
		index: figure.index,
		kinds: figure.kinds,
		sentence: figureSentence(figure),
		lines: figure.lines,
		outline: outlinePath(figure, sheet),
	};
}

/** Largest number of corners of a clickable outline; longer ones are sampled. */
const MAX_CORNERS = 4_000;

/** A figure's outline as a path in the picture's coordinates. */
function outlinePath({ points, oval, rim, closed }: Figure, sheet: Sheet): string {
	const round =
		rim ??
		(points.length === 0 && oval
			? rimOf(oval.x, oval.y, oval.rx, oval.ry, oval.turned, upward(sheet.origin), 48)
			: points);
	const each = Math.ceil(round.length / MAX_CORNERS);
	const kept = each === 1 ? round : round.filter((_, i) => i % each === 0 || i === round.length - 1);
	return new PathPen(sheet).through(kept, closed);
}

/**
 * A program run and recognised, in words: what a desk shows, and what a report holds beside its verdicts.
 *
 * @param bare without the figures and the picture
 * @param letters of a walk's path after which it isn't written on, for what is cut shorter anyway
 */
export function reportDrawing(
	{ state, ended, steps, tape, drawing, errors, remarks, sentences }: Drawn,
	{ bare = false, letters }: { readonly bare?: boolean; readonly letters?: number } = {},
): DrawingReport {
	return {
		state,
		ended,
		figures: drawing.figures.slice(0, bare ? 0 : MAX_FIGURES).map((figure) => reportFigure(figure, tape.sheet)),
		figuresInAll: drawing.figures.length + drawing.leftOut,
		errors: errors.map((e) => reportProblem(e, sentences)),
		remarks: remarks.map((r) => reportProblem(r, sentences)),
		messages: messagesOf(tape),
		steps,
		entries: tape.length,
		picture: bare
			? {
					width: tape.sheet.width,
					height: tape.sheet.height,
					origin: tape.sheet.origin,
					paper: "#ffffff",
					shapes: [],
					clips: [],
					leftOut: tape.length,
				}
			: pictureOf(tape, letters),
	};
}
