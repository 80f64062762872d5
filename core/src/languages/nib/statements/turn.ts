import { number, type Statement } from "./statement.ts";

export const turn: Statement = {
	head: "turn",
	direction: ["left", "right"],
	values: [number("A")],
	phrases: [],
	patterns: [["values"]],
	forms: ["turn left A", "turn right A"],
	help: "Turns the pen on the spot by an angle in degrees. Left is anticlockwise as you see it.",
	example: "repeat 3\n  walk 80\n  turn left 120\nend",
	run(machine, line, direction: number, angle: number) {
		machine.turn(line, direction === 0 ? angle : -angle);
	},
};
