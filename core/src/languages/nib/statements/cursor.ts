import type { Statement } from "./statement.ts";

export const cursor: Statement = {
	head: "cursor",
	direction: ["on", "off"],
	values: [],
	phrases: [],
	patterns: [],
	forms: ["cursor on", "cursor off"],
	help: "Shows or hides the pen itself while a drawing is replayed. It leaves nothing on the sheet.",
	example: "cursor off\nwalk 60",
	run(machine, line, direction: number) {
		machine.showPen(line, direction === 0);
	},
};
