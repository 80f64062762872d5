import { ALIGNMENTS } from "../../../tape/layout.ts";
import { textOf } from "../as-text.ts";
import { place, type Statement, sized, turned } from "./statement.ts";

export const text: Statement = {
	head: "text",
	draws: "shape",
	values: [{ name: "T", kind: "any" }],
	phrases: [
		{ word: "at", values: place },
		{ word: "size", values: [sized("N")] },
		{ word: "align", values: [], choices: ALIGNMENTS },
		turned,
	],
	patterns: [["values", "at"]],
	forms: ["text T at X, Y", "text T at X, Y size N align left / centre / right turned A"],
	help: "Text on the sheet: X, Y is on its baseline. Its size is 16 by default, its colour that of the fill, or of the pen if there is no fill.",
	example: 'fill navy\ntext "Harbour Day" at 40, 60 size 24',
	run(machine, line, words: unknown, x: number, y: number, size = 16, align = 0, angle = 0) {
		machine.notNegative(line, "size", size, "size");
		machine.words(line, textOf(machine, line, words), x, y, size, align, angle);
	},
};
