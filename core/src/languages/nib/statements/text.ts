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
	help: "Words on the sheet: X, Y is on the line they stand on. They are 16 high unless said otherwise, in the colour of the fill, or of the pen where there is no fill.",
	example: 'fill navy\ntext "Harbour Day" at 40, 60 size 24',
	run(machine, line, words: unknown, x: number, y: number, size = 16, align = 0, angle = 0) {
		machine.notNegative(line, "size", size, "size");
		machine.words(line, textOf(machine, line, words), x, y, size, align, angle);
	},
};
