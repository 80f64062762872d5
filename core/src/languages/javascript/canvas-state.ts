import { IDENTITY, type Matrix } from "../../geometry/matrix.ts";
import { type LineStyle, PLAIN_LINE } from "../../tape/layout.ts";
import type { VectorPaint } from "../vector/vector-paint.ts";

/** What save remembers: settings, transforms and the clip. */
export interface CanvasState {
	map: Matrix;
	fill: VectorPaint;
	stroke: VectorPaint;
	width: number;
	line: LineStyle;
	alpha: number;
	/** Size of texts in pixels. */
	size: number;
	align: "start" | "end" | "left" | "right" | "center";
	baseline: "alphabetic" | "top" | "hanging" | "middle" | "ideographic" | "bottom";
	/** The row, plus one, of the clip in force. */
	clip: number | undefined;
	/** Whether a gradient that isn't recorded is in use, once for each. */
	readonly conic?: boolean;
}

/** What holds at the start (HTML Standard, "The canvas state"). */
export const USUAL_STATE: Readonly<CanvasState> = Object.freeze({
	map: IDENTITY,
	fill: 0x000000ff,
	stroke: 0x000000ff,
	width: 1,
	line: PLAIN_LINE,
	alpha: 1,
	size: 10,
	align: "start",
	baseline: "alphabetic",
	clip: undefined,
});

/** How far a baseline lies below the text's y, as a share of its size. */
export const BASELINES: Readonly<Record<CanvasState["baseline"], number>> = Object.freeze({
	alphabetic: 0,
	top: 0.8,
	hanging: 0.76,
	middle: 0.3,
	ideographic: -0.17,
	bottom: -0.2,
});
