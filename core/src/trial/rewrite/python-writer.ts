import { formatColour } from "../../colour/colour.ts";
import { decimal } from "../../geometry/decimal.ts";
import { cosDeg, sinDeg } from "../../geometry/trig.ts";
import type { DrawingWriter } from "./drawing-writer.ts";
import type { PictureFigure } from "./picture-figures.ts";

const num = (value: number) => decimal(Math.round(value * 1e6) / 1e6 + 0);
const pair = ([x, y]: readonly [number, number]) => `(${num(x)}, ${num(y)})`;
/** Corners of a round shape that is drawn point after point. */
const ROUND_CORNERS = 180;

function paint({ fill, ink, width }: PictureFigure): string[] {
	return [
		`fill(${fill === -1 ? "None" : `"${formatColour(fill)}"`})`,
		ink === -1 ? "pen_none()" : `pen(colour="${formatColour(ink)}", width=${num(width)})`,
	];
}

/** Angles of pictures are clockwise, those of the module anticlockwise. */
const turned = (angle: number) => (angle === 0 ? "" : `, turned=${num(-angle)}`);

function shape(figure: PictureFigure): string {
	switch (figure.form) {
		case "ellipse":
			return `ellipse(centre=${pair(figure.at)}, size=${pair([2 * figure.rx, 2 * figure.ry])}${turned(figure.turned)})`;
		case "arc": {
			const { at, rx, ry, start, sweep, ends } = figure;
			const from = -(sweep > 0 ? start + sweep : start);
			const closed = ends === "open" ? "" : `, closed="${ends}"`;
			const angles = `from_=${num(from)}, to=${num(from + Math.abs(sweep))}`;
			return `arc(centre=${pair(at)}, size=${pair([2 * rx, 2 * ry])}, ${angles}${closed}${turned(figure.turned)})`;
		}
		case "rect": {
			const round = figure.rounding > 0 ? `, round=${num(figure.rounding)}` : "";
			return `rect(corner=${pair(figure.at)}, size=(${num(figure.w)}, ${num(figure.h)})${round})`;
		}
		case "points":
			return `${figure.closed ? "polygon" : "polyline"}(at=[${figure.points.map(pair).join(", ")}])`;
		case "text":
			return `text(${[JSON.stringify(figure.words), `at=${pair(figure.at)}`, `size=${num(figure.size)}`].join(", ")}${turned(figure.turned)})`;
	}
}

/** A round shape as a polygon of many corners, others as they are. */
function asPoints(figure: PictureFigure): string {
	if (figure.form !== "ellipse" || figure.turned !== 0) return shape(figure);
	const { at, rx, ry } = figure;
	const points = Array.from({ length: ROUND_CORNERS }, (_, i): [number, number] => {
		const angle = (360 * i) / ROUND_CORNERS;
		return [at[0] + rx * cosDeg(angle), at[1] + ry * sinDeg(angle)];
	});
	return shape({ fill: figure.fill, ink: figure.ink, width: figure.width, form: "points", points, closed: true });
}

/** Drawings as programs in Python. */
export const PYTHON_WRITER: DrawingWriter = {
	program: (sheet, paper, parts) =>
		[
			"from markpen import *",
			`sheet(${sheet.width}, ${sheet.height})`,
			`paper("${formatColour(paper)}")`,
			...parts,
			"",
		].join("\n"),
	placed: (figure) => [...paint(figure), shape(figure)],
	asPath: (figure) => [...paint(figure), asPoints(figure)],
};
