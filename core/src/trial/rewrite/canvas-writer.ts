import { formatColour } from "../../colour/colour.ts";
import { decimal } from "../../geometry/decimal.ts";
import type { DrawingWriter } from "./drawing-writer.ts";
import type { PictureFigure } from "./picture-figures.ts";

const num = (value: number) => decimal(Math.round(value * 1e6) / 1e6 + 0);
const radians = (angle: number) => (angle === 0 ? "0" : `${num(angle)} * Math.PI / 180`);

/** The calls that paint the path that is there. */
function painted({ fill, ink, width }: PictureFigure): string[] {
	return [
		...(fill === -1 ? [] : [`ctx.fillStyle = "${formatColour(fill)}";`, "ctx.fill();"]),
		...(ink === -1
			? []
			: [`ctx.strokeStyle = "${formatColour(ink)}";`, `ctx.lineWidth = ${num(width)};`, "ctx.stroke();"]),
	];
}

function path(figure: PictureFigure): string[] {
	switch (figure.form) {
		case "ellipse": {
			const { at, rx, ry, turned } = figure;
			return [`ctx.ellipse(${num(at[0])}, ${num(at[1])}, ${num(rx)}, ${num(ry)}, ${radians(turned)}, 0, 2 * Math.PI);`];
		}
		case "arc": {
			const { at, rx, ry, turned, start, sweep, ends } = figure;
			const middle = ends === "sector" ? [`ctx.moveTo(${num(at[0])}, ${num(at[1])});`] : [];
			return [
				...middle,
				`ctx.ellipse(${num(at[0])}, ${num(at[1])}, ${num(rx)}, ${num(ry)}, ${radians(turned)}, ${radians(start)}, ${radians(start + sweep)}, ${sweep < 0});`,
				...(ends === "open" ? [] : ["ctx.closePath();"]),
			];
		}
		case "rect":
			return [
				`ctx.roundRect(${num(figure.at[0])}, ${num(figure.at[1])}, ${num(figure.w)}, ${num(figure.h)}, ${num(figure.rounding)});`,
			];
		case "points":
			return [
				...figure.points.map(([x, y], i) => `ctx.${i === 0 ? "moveTo" : "lineTo"}(${num(x)}, ${num(y)});`),
				...(figure.closed ? ["ctx.closePath();"] : []),
			];
		case "text":
			return [];
	}
}

function drawn(figure: PictureFigure): string[] {
	if (figure.form !== "text") return ["ctx.beginPath();", ...path(figure), ...painted(figure)];
	const { words, at, size, turned, fill } = figure;
	return [
		"ctx.save();",
		`ctx.translate(${num(at[0])}, ${num(at[1])});`,
		...(turned === 0 ? [] : [`ctx.rotate(${radians(turned)});`]),
		`ctx.font = "${num(size)}px sans-serif";`,
		`ctx.fillStyle = "${formatColour(fill)}";`,
		`ctx.fillText(${JSON.stringify(words)}, 0, 0);`,
		"ctx.restore();",
	];
}

/** Drawings as programs on a canvas. */
export const CANVAS_WRITER: DrawingWriter = {
	program: (_, paper, parts) =>
		[
			'const ctx = document.querySelector("canvas").getContext("2d");',
			`ctx.fillStyle = "${formatColour(paper)}";`,
			"ctx.fillRect(0, 0, ctx.canvas.width, ctx.canvas.height);",
			...parts,
			"",
		].join("\n"),
	placed: drawn,
	asPath: (figure) => {
		if (figure.form === "points" || figure.form === "text" || figure.fill === -1) return drawn(figure);
		// The inside and the line of a round one, each with a path of its own.
		return ["ctx.beginPath();", ...path(figure), ...painted({ ...figure, ink: -1 }), ...lineOf(figure)];
	},
};

function lineOf(figure: PictureFigure): string[] {
	return figure.ink === -1 ? [] : ["ctx.beginPath();", ...path(figure), ...painted({ ...figure, fill: -1 })];
}
