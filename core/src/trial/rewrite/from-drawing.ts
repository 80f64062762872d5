import { formatColour } from "../../colour/colour.ts";
import type { Drawing, Figure } from "../../figures/figure.ts";
import { decimal } from "../../geometry/decimal.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { sinDeg } from "../../geometry/trig.ts";
import type { Rewritten } from "../../languages/rewritten.ts";
import type { Sheet } from "../../tape/layout.ts";
import type { DrawingWriter } from "./drawing-writer.ts";
import { inPicture, type PictureFigure } from "./picture-figures.ts";
import type { Rewriting } from "./rewriting.ts";

const num = (value: number) => decimal(Math.round(value * 1e6) / 1e6 + 0);
const place = ([x, y]: Point) => `${num(x)}, ${num(y)}`;
const pair = ([x, y]: Point) => `[${num(x)}, ${num(y)}]`;

/** Largest number of figures for rewriting a drawing. */
const MAX_ROWS = 200;

function pen({ kinds, fill: paint, outline, outlineWidth }: Figure): string[] {
	if (kinds[0] === "dot") return [`pen colour ${formatColour(paint)}`];
	return outline === -1 ? ["pen none"] : [`pen colour ${formatColour(outline)} width ${num(outlineWidth)}`];
}

function fill({ fill: paint }: Figure): string {
	return paint === -1 ? "fill none" : `fill ${formatColour(paint)}`;
}

const isRound = ({ oval, points }: Figure) => oval !== undefined && points.length === 0;

/** A figure placed by one statement. */
function placed(figure: Figure): string {
	const { kinds, oval, points, bend, lettering, rim, closed, centre } = figure;
	if (lettering) {
		const text = `text "${lettering.text.replaceAll('"', '""')}" at ${place(lettering.at)} size ${num(lettering.size)}`;
		return figure.rotation ? `${text} turned ${num(figure.rotation)}` : text;
	}
	if (kinds[0] === "dot") return `dot at ${place(centre)} size ${num(figure.width)}`;
	if (isRound(figure) && oval)
		return `ellipse centre ${num(oval.x)}, ${num(oval.y)} size ${num(2 * oval.rx)}, ${num(2 * oval.ry)}${oval.turned ? ` turned ${num(oval.turned)}` : ""}`;
	if (bend && kinds.includes("arc")) {
		const from = bend.sweep < 0 ? bend.start + bend.sweep : bend.start;
		const shut = bend.ends === "open" ? "" : ` closed ${bend.ends}`;
		return `arc centre ${num(bend.x)}, ${num(bend.y)} size ${num(2 * bend.rx)}, ${num(2 * bend.ry)} from ${num(from)} to ${num(from + Math.abs(bend.sweep))}${shut}${bend.turned ? ` turned ${num(bend.turned)}` : ""}`;
	}
	if (kinds.includes("rounded-rect") && figure.rounding > 0 && figure.rotation === 0)
		return `rect centre ${place(centre)} size ${num(figure.width)}, ${num(figure.height)} round ${num(figure.rounding)}`;
	const through = rim ?? points;
	return `${closed ? "polygon" : "polyline"} at ${through.map(pair).join(", ")}`;
}

/** Corners walked from the first, back to it. */
function sides(points: readonly Point[], count: number): string[] {
	return Array.from({ length: count }, (_, i) => {
		const [a, b] = [points[i] as Point, points[(i + 1) % points.length] as Point];
		return [`face toward ${place(b)}`, `walk ${num(distance(a[0], a[1], b[0], b[1]))}`];
	}).flat();
}

const isWalkable = (figure: Figure) =>
	figure.closed &&
	figure.points.length >= 3 &&
	!figure.rim &&
	!figure.lettering &&
	!figure.bend &&
	figure.rounding === 0;

function walked(figure: Figure): string[] {
	if (!isWalkable(figure)) return [placed(figure)];
	const { points } = figure;
	const walk = sides(points, points.length);
	return [
		"pen up",
		`go to ${place(points[0] as Point)}`,
		"pen down",
		...(figure.fill === -1 ? walk : ["area", ...walk.map((l) => `  ${l}`), "end"]),
		"pen up",
	];
}

function openSided(figure: Figure): string[] {
	if (!isWalkable(figure) || figure.fill === -1 || figure.outline !== -1) return [placed(figure)];
	const walk = sides(figure.points, figure.points.length - 1);
	return ["pen up", `go to ${place(figure.points[0] as Point)}`, "area", ...walk.map((l) => `  ${l}`), "end"];
}

function inSteps(figure: Figure): string[] {
	const { oval } = figure;
	if (!isRound(figure) || !oval || Math.abs(oval.rx - oval.ry) > 1e-6 || oval.rx < 2 || figure.kinds[0] === "dot")
		return [placed(figure)];
	const walk = ["repeat 360", `  walk ${num(2 * oval.rx * sinDeg(0.5))}`, "  turn left 1", "end"];
	return [
		"pen up",
		`go to ${num(oval.x + oval.rx)}, ${num(oval.y)}`,
		"face 90.5",
		"pen down",
		...(figure.fill === -1 ? walk : ["area", ...walk.map((l) => `  ${l}`), "end"]),
		"pen up",
	];
}

function asLines(figure: Figure): string[] {
	if (!isWalkable(figure) || figure.fill !== -1 || figure.points.length > 12) return [placed(figure)];
	const { points } = figure;
	return points.map((a, i) => `line from ${place(points[(i + 1) % points.length] as Point)} to ${place(a)}`);
}

function inTwo(figure: Figure): string[] {
	if (figure.fill === -1 || figure.outline === -1 || figure.lettering || !figure.closed) return [placed(figure)];
	return ["pen none", placed(figure), ...pen(figure), "fill none", placed(figure)];
}

/** A program that draws the figures of a drawing, each by some statements; undefined if there are too many. */
function drawn(
	drawing: Drawing,
	sheet: Sheet,
	each: (figure: Figure) => readonly string[],
	figures: readonly Figure[] = drawing.figures,
): string | undefined {
	if (!isDrawnAnew(drawing)) return undefined;
	const head = [`sheet ${sheet.width}, ${sheet.height} origin ${sheet.origin}`, `paper ${formatColour(drawing.paper)}`];
	return `${[...head, ...figures.flatMap((f) => [...pen(f), fill(f), ...each(f)])].join("\n")}\n`;
}

/** Rewrites a drawing, unless all its figures are already placed. */
function otherwise(each: (figure: Figure) => readonly string[]): Rewriting["make"] {
	return (_, drawing, sheet) =>
		drawing.figures.some((f) => each(f).length > 1) ? drawn(drawing, sheet, each) : undefined;
}

/** Figures in another order: each as early as those that it lies on allow, the last drawn first. */
function otherOrder(figures: readonly Figure[]): Figure[] {
	const order: Figure[] = [];
	const left = [...figures];
	const free = (figure: Figure) =>
		left.every((other) => other === figure || other.index > figure.index || !meets(other, figure));
	while (left.length > 0) {
		const at = left.findLastIndex(free);
		order.push(...left.splice(Math.max(0, at), 1));
	}
	return order;
}

function meets(a: Figure, b: Figure): boolean {
	const near = (a.outlineWidth + b.outlineWidth) / 2 + 1;
	const [p, q] = [a.bounds, b.bounds];
	return p.left - near < q.right && q.left - near < p.right && p.low - near < q.high && q.low - near < p.high;
}

const isDrawnAnew = ({ figures, leftOut }: Drawing) =>
	figures.length > 0 && figures.length <= MAX_ROWS && leftOut === 0 && figures.every((f) => f.overdrawn <= 0.02);

/** The same picture by programs in another language, written for the figures that are seen. */
export function drawnAnew(drawing: Drawing, sheet: Sheet, writer: DrawingWriter): Rewritten[] {
	if (!isDrawnAnew(drawing)) return [];
	const write = (each: (figure: PictureFigure) => readonly string[], figures = drawing.figures) =>
		writer.program(
			sheet,
			drawing.paper,
			figures.flatMap((f) => each(inPicture(f, sheet))),
		);
	const apart = (figure: PictureFigure) =>
		figure.fill === -1 || figure.ink === -1 || figure.form === "text"
			? writer.placed(figure)
			: [...writer.placed({ ...figure, ink: -1, width: 0 }), ...writer.placed({ ...figure, fill: -1 })];
	const order = otherOrder(drawing.figures);
	return [
		{ id: "each-shape-placed", loses: ["source"], source: write(writer.placed) },
		{ id: "each-shape-a-path", loses: ["source"], source: write(writer.asPath) },
		{ id: "fill-and-outline-apart", loses: ["source"], source: write(apart) },
		{ id: "in-another-order", loses: ["source", "order"], source: write(writer.placed, order) },
	];
}

/** The same pictures by programs in Nib, written for the figures that are seen. */
export const FROM_DRAWING: readonly Rewriting[] = [
	{
		id: "placed-for-walked",
		loses: ["source"],
		make: (_, drawing, sheet) => drawn(drawing, sheet, (f) => [placed(f)]),
	},
	{ id: "walked-for-placed", loses: ["source"], make: otherwise(walked) },
	{ id: "an-area-closes-it", loses: ["source"], make: otherwise(openSided) },
	{ id: "circle-of-360-steps", loses: ["source"], make: otherwise(inSteps) },
	{ id: "sides-as-lines", loses: ["source"], make: otherwise(asLines) },
	{ id: "fill-and-outline-apart", loses: ["source"], make: otherwise(inTwo) },
	{
		id: "in-another-order",
		loses: ["source", "order"],
		make: (_, drawing, sheet) => {
			if (drawing.figures.length > MAX_ROWS) return undefined;
			const order = otherOrder(drawing.figures);
			return order.every((f, i) => f === drawing.figures[i])
				? undefined
				: drawn(drawing, sheet, (f) => [placed(f)], order);
		},
	},
];
