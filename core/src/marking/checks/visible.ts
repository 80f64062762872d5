import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import type { Common, FindingOf } from "../criterion.ts";
import type { Scene } from "../scene.ts";
import { defineCheck, eachFigure, nameOf } from "./check.ts";

const options = {
	"share at least": z.number().min(0).max(1).optional(),
	"on sheet": z.literal(true).optional(),
	"size at least": z.number().nonnegative().optional(),
	"contrast at least": z.number().min(1).max(21).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how a figure is seen: shares from 0 to 1, sizes in pixels, contrasts as WCAG ratios. */
export type VisibleFindings = Record<
	"visible-share" | "visible-sheet" | "visible-size" | "visible-contrast",
	{ name: string; wanted: number; found: number }
>;
type Finding = FindingOf<VisibleFindings>;

/** A figure that lies exactly on another is seen as much as the two together. */
function shareSeen(figure: Figure, scene: Scene): number {
	const pair = scene.drawing.figures.filter((f) => f.twin === figure.index || figure.twin === f.index);
	return Math.max(figure.visible, ...pair.map((f) => f.visible));
}

/** The wanted visibility of one figure, and the finding. */
function askedOf(o: Options, figure: Figure, scene: Scene): Finding[] {
	const data = { name: nameOf(o.of) };
	const findings: Finding[] = [];
	const ask = (code: keyof VisibleFindings, wanted: number | undefined, found: number, slack: number) => {
		if (wanted !== undefined)
			findings.push({ figure: figure.index, met: found >= wanted - slack, code, data: { ...data, wanted, found } });
	};
	ask("visible-share", o["share at least"], shareSeen(figure, scene), 0.01);
	ask("visible-sheet", o["on sheet"] ? 1 : undefined, figure.onSheet, 0.001);
	ask("visible-size", o["size at least"], figure.seenAcross, 0.5);
	ask("visible-contrast", o["contrast at least"], figure.contrast, 0.05);
	return findings;
}

const WAYS = ["share at least", "on sheet", "size at least", "contrast at least"] as const;

/** That figures can be seen: not hidden, not off the sheet, not tiny, not in the colour of their ground. */
export const visible = defineCheck<Options, Finding>()({
	name: "visible",
	topic: "What can be seen",
	options,
	example: "{ id: seen, check: visible, of: buoy, share at least: 0.8, points: 1 }",
	needs: (o) => (WAYS.every((way) => o[way] === undefined) ? `say what is wanted: ${WAYS.join(", ")}` : undefined),
	about: () => ["size", "fill", "outline", "paint", "order", "seen"],
	forbids: (o) => o.of === undefined || o.of === "everything",
	says: (o) => ({
		name: nameOf(o.of),
		share: o["share at least"] ?? -1,
		on: o["on sheet"] === true,
		size: o["size at least"] ?? -1,
		contrast: o["contrast at least"] ?? -1,
	}),
	judge: (o, scene) =>
		eachFigure(o, scene, WAYS.filter((way) => o[way] !== undefined).length, (figure) => askedOf(o, figure, scene)),
});
