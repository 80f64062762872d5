import { number, type Statement } from "./statement.ts";

export const pause: Statement = {
	head: "pause",
	values: [number("SECONDS")],
	phrases: [],
	patterns: [["values"]],
	forms: ["pause SECONDS"],
	help: "Waits a while when the drawing is replayed. Marking never waits.",
	example: "walk 60\npause 0.5\nwalk 60",
	run(machine, line, seconds: number) {
		machine.wait(line, seconds);
	},
};
