import { type Statement, sized } from "./statement.ts";

export const walk: Statement = {
	head: "walk",
	draws: "walk",
	values: [sized("N")],
	phrases: [],
	patterns: [["values"]],
	forms: ["walk N"],
	help: "Goes straight on in the direction the pen is facing, and draws if the pen is down. A negative number goes backwards.",
	example: "walk 80\nturn left 90\nwalk 40",
	run(machine, line, length: number) {
		machine.walk(line, length);
	},
};
