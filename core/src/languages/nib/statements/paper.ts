import type { Statement } from "./statement.ts";

export const paper: Statement = {
	head: "paper",
	values: [{ name: "COLOUR", kind: "colour" }],
	phrases: [],
	patterns: [["values"]],
	forms: ["paper COLOUR"],
	help: "Covers everything with a colour, which becomes the paper. The pen stays where it is. In a picture with a size it covers that size.",
	example: "paper lightblue\nfill white\ncircle centre 200, 150 radius 40",
	run(machine, line, colour: number) {
		machine.cover(line, colour);
	},
};
