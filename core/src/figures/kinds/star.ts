import { starOf } from "../star-form.ts";
import type { KindRule } from "./kind.ts";

export const star: KindRule = {
	kind: "star",
	definition:
		"Corners far from and near to the middle by turns, at even angles; or a line that joins every second, third … of some points of a circle and crosses itself.",
	fit: (shape) => starOf(shape)?.error,
};
