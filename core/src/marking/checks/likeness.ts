import { z } from "zod";
import { likeness as likenessOf } from "../../figures/likeness.ts";
import { sheetBounds } from "../../tape/layout.ts";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import { sameColour } from "../paint-words.ts";
import type { Reference, Scene } from "../scene.ts";
import { figureName } from "../selector.ts";
import { defineCheck, single } from "./check.ts";

const options = {
	to: z.union([
		z.enum(["model", "example", "starter", "own last try"]),
		z.strictObject({ "own hand-in of": figureName }),
	]),
	"at least": z.number().gt(0).max(1).optional(),
	ignoring: z
		.array(z.enum(["place", "scale", "colour", "paper"]))
		.min(1)
		.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how alike two drawings are: shares of the sheet from 0 to 1. */
export type LikenessFindings = {
	likeness: { to: string; wanted: number; found: number };
};
type Finding = FindingOf<LikenessFindings>;

/** How much agrees unless a criterion says. */
const USUAL = 0.9;

export const referenceWords = (to: Reference) =>
	typeof to === "string" ? to : `own hand-in of ${to["own hand-in of"]}`;

/** The drawing to compare with, at the moment that the scene stands for. */
function sceneOf(o: Options, scene: Scene): Scene | undefined {
	const other = scene.programRun.reference(o.to);
	if (!other) return undefined;
	// The model is cut after its own figure of the name.
	return typeof o.when === "object" && "after" in o.when ? other.at(o.when)[0]?.scene : other.scene;
}

/** How much a drawing looks like another one. */
export const likeness = defineCheck<Options, Finding>()({
	name: "likeness",
	topic: "Like the picture",
	options,
	example: "{ id: alike, check: likeness, to: model, points: 1 }",
	about: () => ["place", "turn", "size", "shape", "fill", "outline", "paint", "order", "seen"],
	forbids: () => false,
	says: (o) => ({ to: referenceWords(o.to), least: o["at least"] ?? USUAL, ignoring: o.ignoring ?? [] }),
	judge(o, scene): Judgement<Finding> {
		const other = sceneOf(o, scene);
		if (!other) return { findings: [], share: 0, figures: [], missing: true };
		if (scene.drawing.figures.length === 0) return { findings: [], share: 0, figures: [], missing: true };
		const ignoring = {
			place: o.ignoring?.includes("place") ?? false,
			scale: o.ignoring?.includes("scale") ?? false,
			colour: o.ignoring?.includes("colour") ?? false,
			paper: o.ignoring?.includes("paper") ?? false,
		};
		const seenAs = (s: Scene) => ({ ...s.drawing, sheet: sheetBounds(s.sheet), up: s.up });
		const share = likenessOf(seenAs(other), seenAs(scene), ignoring, sameColour);
		const least = o["at least"] ?? USUAL;
		const judgement = single(share >= least - 1e-9, "likeness", {
			to: referenceWords(o.to),
			wanted: least,
			found: share,
		});
		return {
			...judgement,
			share: Math.min(1, share / least),
			figures: scene.drawing.figures.map((f) => f.index).slice(0, 1000),
		};
	},
});
