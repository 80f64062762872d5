import { ENTRY } from "../../../tape/layout.ts";
import { place, type Statement, sized } from "./statement.ts";

export const dot: Statement = {
	head: "dot",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "at", values: place },
		{ word: "size", values: [sized("D")] },
	],
	patterns: [["at"]],
	forms: ["dot at X, Y", "dot at X, Y size D"],
	help: "A round dot in the pen's colour, as wide as the pen unless a size is given.",
	example: "pen colour crimson\ndot at 60, 60 size 12\ndot at 90, 60",
	run(machine, line, x: number, y: number, across?: number) {
		if (across !== undefined) machine.notNegative(line, "size", across, "size");
		machine.placed(ENTRY.dot, line, [x, y, across ?? machine.width]);
	},
};
