import { decimal } from "../../../geometry/decimal.ts";
import { ENTRY } from "../../../tape/layout.ts";
import { place, type Statement, size, sized, turned } from "./statement.ts";

export const rect: Statement = {
	head: "rect",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "corner", values: place },
		{ word: "centre", also: "center", values: place },
		{ word: "size", values: size },
		{ word: "round", values: [sized("R")] },
		turned,
	],
	patterns: [
		["corner", "size"],
		["centre", "size"],
	],
	forms: ["rect corner X, Y size W, H", "rect centre X, Y size W, H", "rect corner X, Y size W, H round R turned A"],
	help: "A rectangle by a corner (the one with the smallest x and y) or by its middle, and its width and height. round rounds its corners, at most to half the shorter side; turned turns it anticlockwise about its middle.",
	example: "fill tan\nrect corner 40, 30 size 120, 60 round 10\nrect centre 100, 140 size 80, 40 turned 20",
	run(machine, line, x?: number, y?: number, cx?: number, cy?: number, width = 0, height = 0, round = 0, angle = 0) {
		machine.notNegative(line, "size", width, "width");
		machine.notNegative(line, "size", height, "height");
		machine.notNegative(line, "round", round, "radius");
		const most = Math.min(width, height) / 2;
		if (round > most) machine.remarks.add("round-cut", line, { round: decimal(round), most: decimal(most) });
		const mx = x === undefined ? (cx as number) : x + width / 2;
		const my = y === undefined ? (cy as number) : y + height / 2;
		machine.placed(ENTRY.rect, line, [mx, my, width, height, Math.min(round, most), angle]);
	},
};
