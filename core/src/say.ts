import { formatColour } from "./colour/colour.ts";
import type { Drawn } from "./draw.ts";
import type { Figure } from "./figures/figure.ts";
import { rimOf } from "./geometry/ellipse.ts";
import type { Problem } from "./nib/problem.ts";
import { PathPen } from "./picture/paths.ts";
import { pictureOf } from "./picture/picture.ts";
import { MOST_FIGURES, type ReportFigure, type SaidDrawing, type SaidProblem } from "./report.ts";
import { type Sheet, upward } from "./tape/layout.ts";
import { messagesOf } from "./tape/tape.ts";
import { problemSentence } from "./words/problems.ts";
import { figureSentence } from "./words/readback.ts";

/** A problem with its sentence, as plain data. */
export function sayProblem(problem: Problem): SaidProblem {
	const { code, place, fix } = problem;
	return { code, message: problemSentence(problem), ...place, ...(fix && { fix }) };
}

/** A figure read back, with its outline to point at. */
export function reportFigure(figure: Figure, sheet: Sheet): ReportFigure {
	return { index: figure.index, kinds: figure.kinds, sentence: figureSentence(figure), lines: figure.lines, outline: outlinePath(figure, sheet) };
}

/** A figure's outline as a path in the picture's coordinates. */
function outlinePath({ points, oval, closed }: Figure, sheet: Sheet): string {
	const round = points.length === 0 && oval ? rimOf(oval.x, oval.y, oval.rx, oval.ry, oval.turned, upward(sheet.origin), 48) : points;
	return new PathPen(sheet).through(round, closed);
}

/** A program run and recognised, in words: what a desk shows, and what a report holds beside its verdicts. */
export function sayDrawn({ state, ended, steps, tape, drawing, errors, remarks }: Drawn): SaidDrawing {
	return {
		state,
		ended,
		figures: drawing.figures.slice(0, MOST_FIGURES).map((figure) => reportFigure(figure, tape.sheet)),
		figuresInAll: drawing.figures.length + drawing.leftOut,
		errors: errors.map(sayProblem),
		remarks: remarks.map(sayProblem),
		messages: messagesOf(tape),
		steps,
		entries: tape.length,
		picture: pictureOf(tape),
	};
}

const exact = (v: number) => Math.round(v * 1e6) / 1e6 + 0;

/** A figure's measures as plain data, for other programs. */
export interface FigureData {
	readonly kinds: readonly string[];
	readonly centre: readonly [number, number];
	readonly width: number;
	readonly height: number;
	readonly sides: readonly number[];
	readonly angles: readonly number[];
	readonly rotation: number;
	readonly closed: boolean;
	readonly gap: number;
	readonly fill: string | null;
	readonly outline: string | null;
	readonly outlineWidth: number;
	readonly visible: number;
	readonly onSheet: number;
	readonly twin: number | null;
	readonly text: string | null;
	readonly frame: number;
	readonly lines: readonly number[];
	readonly corners: readonly (readonly [number, number])[];
	readonly fit: number;
	readonly overdrawn: number;
	readonly sentence: string;
}

/** All that is known of a figure, rounded to a millionth. */
export function figureData(figure: Figure): FigureData {
	return {
		kinds: figure.kinds,
		centre: [exact(figure.centre[0]), exact(figure.centre[1])],
		width: exact(figure.width),
		height: exact(figure.height),
		sides: figure.sides.map(exact),
		angles: figure.angles.map(exact),
		rotation: exact(figure.rotation),
		closed: figure.closed,
		gap: exact(figure.gap),
		fill: figure.fill === -1 ? null : formatColour(figure.fill),
		outline: figure.outline === -1 ? null : formatColour(figure.outline),
		outlineWidth: figure.outlineWidth,
		visible: exact(figure.visible),
		onSheet: exact(figure.onSheet),
		twin: figure.twin,
		text: figure.lettering?.text ?? null,
		frame: figure.frame,
		lines: figure.lines,
		corners: figure.oval ? [] : figure.points.map(([x, y]) => [exact(x), exact(y)] as const),
		fit: exact(figure.fit),
		overdrawn: exact(figure.overdrawn),
		sentence: figureSentence(figure),
	};
}
