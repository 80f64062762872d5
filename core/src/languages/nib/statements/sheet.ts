import type { Origin } from "../../../tape/layout.ts";
import { number, type Statement } from "./statement.ts";

const ORIGINS: readonly Origin[] = ["top left", "centre", "bottom left"];

export const sheet: Statement = {
	head: "sheet",
	values: [number("W"), number("H")],
	phrases: [{ word: "origin", values: [], choices: ORIGINS }],
	patterns: [["values"]],
	forms: ["sheet W, H", "sheet W, H origin top left / centre / bottom left"],
	help: "The size of the sheet, and where 0, 0 is. It is the first statement. Without it the sheet is 400, 300 with the origin at the top left.",
	example: "sheet 200, 100 origin centre\ncircle centre 0, 0 radius 30",
	run(machine, line, width: number, height: number, origin?: number) {
		machine.takeSheet(line, {
			width: machine.whole(line, "sheet", width),
			height: machine.whole(line, "sheet", height),
			origin: ORIGINS[origin ?? 0] as Origin,
		});
	},
};
