import { ENTRY } from "../../../tape/layout.ts";
import { place, type Statement, sized } from "./statement.ts";

export const circle: Statement = {
	head: "circle",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "centre", also: "center", values: place },
		{ word: "radius", values: [sized("R")] },
		{ word: "diameter", values: [sized("D")] },
	],
	patterns: [
		["centre", "radius"],
		["centre", "diameter"],
	],
	forms: ["circle centre X, Y radius R", "circle centre X, Y diameter D"],
	help: "A circle by its middle and its radius (from the middle to the rim) or diameter (right across).",
	example: "fill crimson\ncircle centre 100, 80 diameter 60",
	run(machine, line, x: number, y: number, radius?: number, diameter?: number) {
		if (radius !== undefined) machine.notNegative(line, "radius", radius, "radius");
		if (diameter !== undefined) machine.notNegative(line, "diameter", diameter, "diameter");
		const r = radius ?? (diameter as number) / 2;
		machine.placed(ENTRY.ellipse, line, [x, y, r, r, 0]);
	},
};
