import type { Statement } from "./statement.ts";

export const pen: Statement = {
	head: "pen",
	values: [],
	phrases: [
		{ word: "up", values: [] },
		{ word: "down", values: [] },
		{ word: "none", values: [] },
		{ word: "colour", also: "color", values: [{ name: "C", kind: "colour" }] },
		{ word: "width", values: [{ name: "N", kind: "number" }] },
	],
	patterns: [
		["up"],
		["down"],
		["none"],
		["colour"],
		["width"],
		["down", "colour"],
		["down", "width"],
		["colour", "width"],
		["down", "colour", "width"],
		["up", "colour"],
		["up", "width"],
		["up", "colour", "width"],
		["none", "up"],
		["none", "down"],
	],
	forms: ["pen up", "pen down", "pen none", "pen colour C", "pen width N", "pen down colour C width N"],
	help: "Lifts the pen or puts it down, and sets its colour and width. The pen draws what is walked and the outlines of placed shapes; pen none has no ink until the next pen colour.",
	example: "pen colour navy width 4\nwalk 60\npen up\nwalk 20\npen down\nwalk 60",
	run(machine, line, up?: boolean, down?: boolean, none?: boolean, colour?: number, width?: number) {
		machine.setPen(line, colour ?? (none ? -1 : undefined), width);
		if (up || down) machine.lift(line, down === true);
	},
};
