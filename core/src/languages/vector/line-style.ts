import { type LineStyle, PLAIN_LINE } from "../../tape/layout.ts";

/** How a line is drawn once its picture is enlarged; undefined for a plain one. */
export function laidLine(line: LineStyle, scale: number): LineStyle | undefined {
	const { cap, join, miter, dash, dashOffset } = line;
	if (cap === "butt" && join === "miter" && miter === PLAIN_LINE.miter && dash.length === 0) return undefined;
	// A pattern too fine or too coarse to be seen is none.
	const length = dash.reduce((sum, d) => sum + d, 0) * scale;
	if (dash.length > 0 && !(length > 0.01)) return { ...line, dash: [], dashOffset: 0 };
	if (!dash.every((d) => d * scale < 1e6) || !(Math.abs(dashOffset * scale) < 1e9))
		return { ...line, dash: [], dashOffset: 0 };
	return { ...line, dash: dash.map((d) => d * scale), dashOffset: dashOffset * scale };
}
