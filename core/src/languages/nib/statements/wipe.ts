import type { Statement } from "./statement.ts";

export const wipe: Statement = {
	head: "wipe",
	values: [],
	phrases: [],
	patterns: [],
	forms: ["wipe"],
	help: "Covers everything with the current paper, so that the sheet is empty again. The pen stays where it is.",
	example: "paper lightblue\ncircle centre 100, 80 radius 30\nwipe\nwalk 60",
	run(machine, line) {
		machine.cover(line, undefined);
	},
};
