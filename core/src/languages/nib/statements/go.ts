import { place, type Statement } from "./statement.ts";

export const go: Statement = {
	head: "go",
	values: [],
	phrases: [{ word: "to", values: place }],
	patterns: [["to"]],
	forms: ["go to X, Y"],
	help: "Goes straight to a place, and draws if the pen is down. The facing stays as it is.",
	example: "pen up\ngo to 100, 80\npen down\nwalk 50",
	run(machine, line, x: number, y: number) {
		machine.goTo(line, x, y);
	},
};
