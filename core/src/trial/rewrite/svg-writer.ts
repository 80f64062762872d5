import { formatColour } from "../../colour/colour.ts";
import { decimal } from "../../geometry/decimal.ts";
import { cosDeg, sinDeg } from "../../geometry/trig.ts";
import type { DrawingWriter } from "./drawing-writer.ts";
import type { PictureFigure } from "./picture-figures.ts";

const num = (value: number) => decimal(Math.round(value * 1e6) / 1e6 + 0);
const escaped = (text: string) => text.replace(/&/g, "&amp;").replace(/</g, "&lt;");

function look({ fill, ink, width }: PictureFigure): string {
	const inside = fill === -1 ? "none" : formatColour(fill);
	return ` fill="${inside}"${ink === -1 ? "" : ` stroke="${formatColour(ink)}" stroke-width="${num(width)}"`}`;
}

const turned = (angle: number, [x, y]: readonly [number, number]) =>
	angle === 0 ? "" : ` transform="rotate(${num(angle)} ${num(x)} ${num(y)})"`;

/** Part of an ellipse, in pieces of less than half a turn. */
function arcPath(of: Extract<PictureFigure, { form: "arc" }>): string {
	const { at, rx, ry, start, sweep, ends } = of;
	const point = (angle: number) => `${num(at[0] + rx * cosDeg(angle))} ${num(at[1] + ry * sinDeg(angle))}`;
	const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / 120));
	const arcs = Array.from(
		{ length: pieces },
		(_, i) => ` A ${num(rx)} ${num(ry)} 0 0 ${sweep > 0 ? 1 : 0} ${point(start + (sweep * (i + 1)) / pieces)}`,
	).join("");
	const close = ends === "open" ? "" : ends === "sector" ? ` L ${num(at[0])} ${num(at[1])} Z` : " Z";
	return `M ${point(start)}${arcs}${close}`;
}

function placed(figure: PictureFigure): string {
	const paint = look(figure);
	switch (figure.form) {
		case "text": {
			const [x, y] = figure.at;
			return `<text x="${num(x)}" y="${num(y)}" font-size="${num(figure.size)}"${paint}${turned(figure.turned, figure.at)}>${escaped(figure.words)}</text>`;
		}
		case "ellipse":
			return `<ellipse cx="${num(figure.at[0])}" cy="${num(figure.at[1])}" rx="${num(figure.rx)}" ry="${num(figure.ry)}"${paint}${turned(figure.turned, figure.at)}/>`;
		case "arc":
			return `<path d="${arcPath(figure)}"${paint}${turned(figure.turned, figure.at)}/>`;
		case "rect":
			return `<rect x="${num(figure.at[0])}" y="${num(figure.at[1])}" width="${num(figure.w)}" height="${num(figure.h)}" rx="${num(figure.rounding)}"${paint}/>`;
		case "points":
			return `<${figure.closed ? "polygon" : "polyline"} points="${figure.points.map(([x, y]) => `${num(x)},${num(y)}`).join(" ")}"${paint}/>`;
	}
}

function asPath(figure: PictureFigure): string {
	if (figure.form === "ellipse") {
		const { at, turned: turn } = figure;
		const d = arcPath({ ...figure, form: "arc", start: 0, sweep: 360, ends: "segment" });
		return `<path d="${d}"${look(figure)}${turned(turn, at)}/>`;
	}
	if (figure.form !== "points") return placed(figure);
	const d = figure.points.map(([x, y], i) => `${i === 0 ? "M" : "L"} ${num(x)} ${num(y)}`).join(" ");
	return `<path d="${d}${figure.closed ? " Z" : ""}"${look(figure)}/>`;
}

/** Drawings as SVG documents. */
export const SVG_WRITER: DrawingWriter = {
	program: ({ width, height }, paper, parts) =>
		[
			`<svg xmlns="http://www.w3.org/2000/svg" width="${num(width)}" height="${num(height)}">`,
			`<rect width="${num(width)}" height="${num(height)}" fill="${formatColour(paper)}"/>`,
			...parts,
			"</svg>\n",
		].join("\n"),
	placed: (figure) => [placed(figure)],
	asPath: (figure) => [asPath(figure)],
};
