import { ENTRY } from "../../../tape/layout.ts";
import { place, type Statement, size, turned } from "./statement.ts";

export const ellipse: Statement = {
	head: "ellipse",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "centre", also: "center", values: place },
		{ word: "corner", values: place },
		{ word: "size", values: size },
		turned,
	],
	patterns: [
		["centre", "size"],
		["corner", "size"],
	],
	forms: ["ellipse centre X, Y size W, H", "ellipse corner X, Y size W, H", "ellipse centre X, Y size W, H turned A"],
	help: "An ellipse by its middle, or by the corner of the box round it, and its width and height. turned turns it anticlockwise about its middle.",
	example: "fill plum\nellipse centre 100, 80 size 120, 60",
	run(machine, line, cx?: number, cy?: number, x?: number, y?: number, width = 0, height = 0, angle = 0) {
		machine.notNegative(line, "size", width, "width");
		machine.notNegative(line, "size", height, "height");
		const mx = cx ?? (x as number) + width / 2;
		const my = cy ?? (y as number) + height / 2;
		machine.placed(ENTRY.ellipse, line, [mx, my, width / 2, height / 2, angle]);
	},
};
