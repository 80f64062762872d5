import type { Figure } from "../../figures/figure.ts";
import type { Point } from "../../geometry/points.ts";
import type { Sheet } from "../../tape/layout.ts";

/** A figure as pictures have it: y grows downwards from the top left, angles are clockwise as seen. */
export type PictureFigure = {
	readonly fill: number;
	readonly ink: number;
	readonly width: number;
} & (
	| {
			readonly form: "text";
			readonly words: string;
			readonly at: Point;
			readonly size: number;
			readonly turned: number;
	  }
	| { readonly form: "ellipse"; readonly at: Point; readonly rx: number; readonly ry: number; readonly turned: number }
	| {
			readonly form: "arc";
			readonly at: Point;
			readonly rx: number;
			readonly ry: number;
			readonly turned: number;
			readonly start: number;
			readonly sweep: number;
			readonly ends: "open" | "sector" | "segment";
	  }
	| { readonly form: "rect"; readonly at: Point; readonly w: number; readonly h: number; readonly rounding: number }
	| { readonly form: "points"; readonly points: readonly Point[]; readonly closed: boolean }
);

/** A sheet's place in its picture. */
function toPicture({ width, height, origin }: Sheet): (point: Point) => Point {
	if (origin === "centre") return ([x, y]) => [x + width / 2, height / 2 - y];
	if (origin === "bottom left") return ([x, y]) => [x, height - y];
	return (point) => point;
}

/** A figure of a drawing as a picture has it. */
export function inPicture(figure: Figure, sheet: Sheet): PictureFigure {
	const { kinds, oval, points, bend, lettering, rim, closed, centre, rounding, rotation } = figure;
	const put = toPicture(sheet);
	const look = { fill: figure.fill, ink: figure.outline, width: figure.outline === -1 ? 0 : figure.outlineWidth };
	// Angles are anticlockwise as seen whatever the sheet's origin.
	if (lettering)
		return {
			...look,
			form: "text",
			words: lettering.text,
			at: put(lettering.at),
			size: lettering.size,
			turned: -rotation,
		};
	if (kinds[0] === "dot")
		return { ...look, form: "ellipse", at: put(centre), rx: figure.width / 2, ry: figure.width / 2, turned: 0 };
	if (oval && points.length === 0)
		return { ...look, form: "ellipse", at: put([oval.x, oval.y]), rx: oval.rx, ry: oval.ry, turned: -oval.turned };
	if (bend && kinds.includes("arc"))
		return {
			...look,
			form: "arc",
			at: put([bend.x, bend.y]),
			rx: bend.rx,
			ry: bend.ry,
			turned: -bend.turned,
			start: -bend.start,
			sweep: -bend.sweep,
			ends: bend.ends,
		};
	if (kinds.includes("rounded-rect") && rounding > 0 && rotation === 0) {
		const [x, y] = put(centre);
		const [w, h] = [figure.width, figure.height];
		return { ...look, form: "rect", at: [x - w / 2, y - h / 2], w, h, rounding };
	}
	return { ...look, form: "points", points: (rim ?? points).map(put), closed };
}
