import { ENTRY } from "../../../tape/layout.ts";
import { place, type Statement } from "./statement.ts";

export const line: Statement = {
	head: "line",
	draws: "shape",
	values: [],
	phrases: [
		{ word: "from", values: place },
		{ word: "to", values: place },
	],
	patterns: [["from", "to"]],
	forms: ["line from X, Y to X, Y"],
	help: "A straight line between two places, in the pen's colour and width.",
	example: "pen colour teal width 3\nline from 40, 40 to 160, 100",
	run(machine, at, x1: number, y1: number, x2: number, y2: number) {
		machine.placed(ENTRY.line, at, [x1, y1, x2, y2]);
	},
};
