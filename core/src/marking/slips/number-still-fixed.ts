import { everyValue, valuesOf } from "../../nib/tree.ts";
import { type Slip, word } from "./slip.ts";

/** A fixed number stands where a variable should: the figure stays behind when the variable changes. */
export const numberStillFixed: Slip = {
	id: "number-still-fixed",
	about: ["source"],
	tries(look) {
		const behind = look.missed.filter(
			(m) => m.check === "what if" || (m.check === "code" && look.own.program.source.includes("let")),
		);
		const figures = [...new Set(behind.flatMap((m) => m.figures))];
		const lines = [...new Set(figures.flatMap((i) => look.own.drawing.figures[i]?.lines ?? []))].sort((a, b) => a - b);
		if (!look.missed.some((m) => m.check === "what if") || figures.length === 0) return [];
		const fixed = lines.filter((line) =>
			look.own.program
				.at(line)
				.some((s) => valuesOf(s).some((v) => [...everyValue(v)].some((p) => p.node === "number"))),
		);
		return fixed.length > 0
			? [
					{
						lines: fixed,
						figures,
						claims: figures.map((f) => `fixed ${f}`),
						evidence: [word("stays", "it stays", "it stays")],
						data: {},
					},
				]
			: [];
	},
};
