import { equalLengths } from "../tolerance.ts";
import { rimError } from "./ellipse.ts";
import type { KindRule } from "./kind.ts";

export const circle: KindRule = {
	kind: "circle",
	definition: "A closed rim with every point at one distance from the middle: an ellipse as wide as it is high.",
	fit(shape) {
		const error = rimError(shape);
		if (error === undefined || !shape.ellipse) return undefined;
		const round = equalLengths(2 * shape.ellipse.rx, 2 * shape.ellipse.ry, shape.tolerance);
		return round === undefined ? undefined : Math.max(error, round);
	},
};
