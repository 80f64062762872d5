import type { Matrix } from "../../geometry/matrix.ts";
import { svgPath } from "../vector/svg-path.ts";
import { type Radius, VectorPath } from "../vector/vector-path.ts";
import { numbersOf } from "./units.ts";

/** What an element says of its shape: lengths by the name of their attribute, and texts. */
export interface ShapeValues {
	readonly length: (name: string, along: "x" | "y" | "both") => number | undefined;
	readonly text: (name: string) => string | undefined;
	/** Called for an attribute that can be read only in part. */
	readonly wrong: (name: string) => void;
}

/**
 * The path of an element that is a shape, put through a map (SVG 2, chapters 9 and 10); undefined if it has no
 * extent or isn't a shape.
 */
export function shapePath(name: string, map: Matrix, values: ShapeValues): VectorPath | undefined {
	const { length } = values;
	const path = new VectorPath();
	switch (name) {
		case "rect": {
			const [x, y] = [length("x", "x") ?? 0, length("y", "y") ?? 0];
			const [w, h] = [length("width", "x") ?? 0, length("height", "y") ?? 0];
			if (!(w > 0 && h > 0)) return undefined;
			const [rx, ry] = [length("rx", "x"), length("ry", "y")];
			const round: Radius = [Math.min(Math.max(0, rx ?? ry ?? 0), w / 2), Math.min(Math.max(0, ry ?? rx ?? 0), h / 2)];
			if (round[0] > 0 && round[1] > 0) path.roundRect(map, x, y, w, h, [round, round, round, round]);
			else path.rect(map, x, y, w, h);
			return path;
		}
		case "circle": {
			const r = length("r", "both") ?? 0;
			return oval(path, map, [length("cx", "x") ?? 0, length("cy", "y") ?? 0, r, r]);
		}
		case "ellipse": {
			const [rx, ry] = [length("rx", "x"), length("ry", "y")];
			return oval(path, map, [length("cx", "x") ?? 0, length("cy", "y") ?? 0, rx ?? ry ?? 0, ry ?? rx ?? 0]);
		}
		case "line":
			path.move(map, length("x1", "x") ?? 0, length("y1", "y") ?? 0);
			path.line(map, length("x2", "x") ?? 0, length("y2", "y") ?? 0);
			return path;
		case "polyline":
		case "polygon": {
			const { numbers, whole } = numbersOf(values.text("points") ?? "");
			if (!whole || numbers.length % 2 !== 0) values.wrong("points");
			for (let i = 0; i + 1 < numbers.length; i += 2) {
				const [x, y] = [numbers[i] as number, numbers[i + 1] as number];
				if (i === 0) path.move(map, x, y);
				else path.line(map, x, y);
			}
			if (name === "polygon") path.close();
			return path.hasPieces ? path : undefined;
		}
		case "path": {
			const read = svgPath(values.text("d") ?? "", map);
			if (!read.whole) values.wrong("d");
			return read.path.hasPieces ? read.path : undefined;
		}
		default:
			return undefined;
	}
}

function oval(
	path: VectorPath,
	map: Matrix,
	[x, y, rx, ry]: readonly [number, number, number, number],
): VectorPath | undefined {
	if (!(rx > 0 && ry > 0)) return undefined;
	path.arc(map, { x, y, rx, ry, turned: 0, start: 0, sweep: 360 });
	path.close();
	return path;
}
