import { textOf } from "../as-text.ts";
import type { Statement } from "./statement.ts";

export const print: Statement = {
	head: "print",
	values: [{ name: "VALUE", kind: "any" }],
	more: true,
	phrases: [],
	patterns: [["values"]],
	forms: ["print VALUE, …"],
	help: "Writes values to the list of messages beside the drawing, with a space between them.",
	example: 'let side = 30\nprint "round the square:", 4 * side',
	run(machine, line, values: unknown[]) {
		machine.print(line, values.map((v) => textOf(machine, line, v)).join(" "));
	},
};
