import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import type { Common, FindingOf } from "../criterion.ts";
import { colourWord, isColour } from "../paint-words.ts";
import { defineCheck, eachFigure, nameOf } from "./check.ts";

const options = {
	is: z.enum(["filled", "not filled", "outlined", "not outlined"]).optional(),
	outline: z.strictObject({ "at least": z.number().nonnegative().optional(), not: colourWord.optional() }).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of a figure's fill and outline; widths in sheet units, 0 for no outline. */
export type FillingFindings = {
	filling: { name: string; wanted: string; filled: boolean; outlined: boolean };
	"filling-outline": { name: string; least: number; not: string; found: number };
};
type Finding = FindingOf<FillingFindings>;

/** Whether a figure is painted as asked; only closed figures can be outlined, a thick line is a line. */
function isSo(figure: Figure, is: NonNullable<Options["is"]>): boolean {
	if (is === "filled") return figure.fill !== -1;
	if (is === "not filled") return figure.fill === -1;
	return (figure.closed && figure.outline !== -1) === (is === "outlined");
}

function askedOf(o: Options, figure: Figure): Finding[] {
	const name = nameOf(o.of);
	const findings: Finding[] = [];
	if (o.is)
		findings.push({
			figure: figure.index,
			met: isSo(figure, o.is),
			code: "filling",
			data: { name, wanted: o.is, filled: figure.fill !== -1, outlined: figure.outline !== -1 },
		});
	if (o.outline) {
		const least = o.outline["at least"] ?? 0;
		const wide = figure.closed && figure.outline !== -1 && figure.outlineWidth >= least - 1e-9;
		const other = o.outline.not === undefined || !isColour(figure.outline, o.outline.not);
		const data = { name, least, not: o.outline.not ?? "", found: figure.outline === -1 ? 0 : figure.outlineWidth };
		findings.push({ figure: figure.index, met: wide && other, code: "filling-outline", data });
	}
	return findings;
}

/** Whether figures are filled, hollow or outlined. */
export const filling = defineCheck<Options, Finding>()({
	name: "filling",
	topic: "Filled and outlined",
	options,
	example: "{ id: hollow, check: filling, of: buoy, is: not filled, points: 1 }",
	needs: (o) => (o.is === undefined && o.outline === undefined ? "say what is wanted: is, or outline" : undefined),
	about: () => ["fill", "outline", "width", "paint"],
	forbids: () => false,
	says: (o) => ({
		name: nameOf(o.of),
		is: o.is ?? "",
		least: o.outline?.["at least"] ?? -1,
		not: o.outline?.not ?? "",
	}),
	judge: (o, scene) => eachFigure(o, scene, (o.is ? 1 : 0) + (o.outline ? 1 : 0), (figure) => askedOf(o, figure)),
});
