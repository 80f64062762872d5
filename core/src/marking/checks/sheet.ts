import { z } from "zod";
import { formatColour } from "../../colour/colour.ts";
import { nameOf as colourName } from "../../colour/family.ts";
import type { Figure } from "../../figures/figure.ts";
import { sheetBounds } from "../../tape/layout.ts";
import type { Common, FindingOf, Judgement, NoData } from "../criterion.ts";
import { marginsOf } from "../margins.ts";
import { colourWord, isColour, isOther } from "../paint-words.ts";
import type { Scene } from "../scene.ts";
import { defineCheck, kindWords } from "./check.ts";
import type { ColourFindings } from "./colour.ts";

const options = {
	size: z.tuple([z.number(), z.number()]).optional(),
	paper: z.union([colourWord, z.strictObject({ not: colourWord })]).optional(),
	"everything on it": z.literal(true).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of the sheet; `share` is the percentage of a figure that is off it. */
export type SheetFindings = Pick<ColourFindings, "colour"> & {
	"sheet-size": { wanted: string; found: string };
	"sheet-on": NoData;
	"sheet-off": { name: string; share: number; line: number };
};
type Finding = FindingOf<SheetFindings>;

/** How far a figure sticks out over the sheet's edges at most, in sheet units, its outline's width left out. */
function beyond({ bounds }: Figure, scene: Scene): number {
	const edge = sheetBounds(scene.sheet);
	return Math.max(
		edge.left - bounds.left,
		bounds.right - edge.right,
		edge.low - bounds.low,
		bounds.high - edge.high,
		0,
	);
}

/** The sheet itself: its size, its paper, and that nothing sticks out over its edge. */
export const sheet = defineCheck<Options, Finding>()({
	name: "sheet",
	topic: "Paper and sheet",
	options,
	example: "{ id: water, check: sheet, paper: { not: white }, points: 1 }",
	needs: (o) =>
		o.size === undefined && o.paper === undefined && !o["everything on it"]
			? "say what is wanted: size, paper or everything on it"
			: undefined,
	about: (o) => (o.paper === undefined ? ["place", "turn", "size", "shape", "seen"] : ["paper", "paint"]),
	forbids: (o) => o.paper !== undefined || o["everything on it"] === true,
	says: (o) => ({
		size: o.size ? o.size.join(" by ") : "",
		paper: typeof o.paper === "string" ? o.paper : "",
		not: typeof o.paper === "object" ? o.paper.not : "",
		on: o["everything on it"] === true,
	}),
	judge(o, scene): Judgement<Finding> {
		const findings: Finding[] = [];
		if (o.size) {
			const { width, height } = scene.sheet;
			findings.push({
				met: width === o.size[0] && height === o.size[1],
				code: "sheet-size",
				data: { wanted: o.size.join(" by "), found: `${width} by ${height}` },
			});
		}
		if (o.paper !== undefined) {
			const { paper } = scene.drawing;
			const met = typeof o.paper === "string" ? isColour(paper, o.paper) : isOther(paper, o.paper.not);
			const [wanted, not] = typeof o.paper === "string" ? [o.paper, ""] : ["", o.paper.not];
			findings.push({
				met,
				code: "colour",
				data: {
					name: "paper",
					what: "paper",
					wanted,
					not,
					same: false,
					as: "",
					notAs: "",
					found: `${colourName(paper)} ${formatColour(paper)}`,
				},
			});
		}
		if (o["everything on it"]) {
			const { full } = marginsOf(o.within, 0);
			const off = scene.drawing.figures.filter(
				(f) => f.onSheet < 0.999 && (o.within === undefined || beyond(f, scene) > full),
			);
			if (off.length === 0) findings.push({ met: true, code: "sheet-on", data: {} });
			for (const figure of off)
				findings.push({
					figure: figure.index,
					met: false,
					off: beyond(figure, scene),
					full,
					code: "sheet-off",
					data: { name: kindWords(figure), share: Math.round((1 - figure.onSheet) * 100), line: figure.lines[0] ?? 0 },
				});
		}
		const met = findings.filter((f) => f.met).length;
		return {
			findings,
			share: findings.length === 0 ? 1 : met / findings.length,
			figures: findings.flatMap((f) => f.figure ?? []),
		};
	},
});
