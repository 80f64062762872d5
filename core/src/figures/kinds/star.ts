import { starOf } from "../star-form.ts";
import type { KindRule } from "./kind.ts";

export const star: KindRule = {
	kind: "star",
	definition:
		"Corners alternately far from and near to the centre, at even angles; or a line that joins every second, third … of some points on a circle and crosses itself.",
	fit: (shape) => starOf(shape)?.error,
};
