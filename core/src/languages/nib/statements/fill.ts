import type { Statement } from "./statement.ts";

export const fill: Statement = {
	head: "fill",
	values: [{ name: "COLOUR", kind: "colour" }],
	phrases: [],
	patterns: [["values"]],
	forms: ["fill COLOUR", "fill none"],
	help: "The fill of the shapes placed after it, and the colour of text. At the start there is none.",
	example: "fill gold\nrect corner 40, 40 size 80, 50",
	run(machine, line, colour: number) {
		machine.setFill(line, colour);
	},
};
