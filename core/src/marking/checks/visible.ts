import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import type { Common, Finding, Judgement } from "../criterion.ts";
import { type Scene, subjectsOf } from "../scene.ts";
import { type Check, nameOf } from "./check.ts";

const options = {
	"share at least": z.number().min(0).max(1).optional(),
	"on sheet": z.literal(true).optional(),
	"size at least": z.number().nonnegative().optional(),
	"contrast at least": z.number().min(1).max(21).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** A figure that lies exactly on another is seen as much as the two together. */
function shareSeen(figure: Figure, scene: Scene): number {
	const pair = scene.drawing.figures.filter((f) => f.twin === figure.index || figure.twin === f.index);
	return Math.max(figure.visible, ...pair.map((f) => f.visible));
}

/** What is asked of one figure, and how it is met. */
function askedOf(o: Options, figure: Figure, scene: Scene): Finding[] {
	const data = { name: nameOf(o.of) };
	const findings: Finding[] = [];
	const ask = (code: string, wanted: number | undefined, found: number, slack: number) => {
		if (wanted !== undefined) findings.push({ figure: figure.index, met: found >= wanted - slack, code, data: { ...data, wanted, found } });
	};
	ask("visible-share", o["share at least"], shareSeen(figure, scene), 0.01);
	ask("visible-sheet", o["on sheet"] ? 1 : undefined, figure.onSheet, 0.001);
	ask("visible-size", o["size at least"], figure.seenAcross, 0.5);
	ask("visible-contrast", o["contrast at least"], figure.contrast, 0.05);
	return findings;
}

/** That figures can be seen: not hidden, not off the sheet, not tiny, not in the colour of their ground. */
export const visible: Check<Options> = {
	name: "visible",
	options,
	forbids: (o) => o.of === undefined || o.of === "everything",
	says: (o) => ({
		code: "visible",
		data: { name: nameOf(o.of), share: o["share at least"] ?? -1, on: o["on sheet"] === true, size: o["size at least"] ?? -1, contrast: o["contrast at least"] ?? -1 },
	}),
	judge(o, scene): Judgement {
		const subjects = subjectsOf(scene, o.of);
		const figures = subjects.flatMap((s) => s.figures);
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		const perFigure = figures.map((figure) => askedOf(o, figure, scene));
		const met = perFigure.filter((findings) => findings.every((f) => f.met)).length;
		const share = o.for === "any" ? Math.min(1, met) : wanted === 0 ? 0 : met / Math.max(wanted, figures.length);
		return { findings: perFigure.flat(), share, figures: figures.map((f) => f.index), wanted, ...(figures.length === 0 && { missing: true }) };
	},
};
