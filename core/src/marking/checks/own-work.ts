import { z } from "zod";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import { alikes } from "./change.ts";
import { defineCheck, single } from "./check.ts";

const RESPECTS = ["kinds", "colours", "places"] as const;
const options = {
	from: z.enum(["example", "starter"]),
	differs: z.strictObject({ "at least": z.int().min(1), of: z.array(z.enum(RESPECTS)).min(1) }),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how many figures differ from the given ones. */
export type OwnWorkFindings = {
	"own-work": { from: string; wanted: number; found: number; of: readonly string[] };
};
type Finding = FindingOf<OwnWorkFindings>;

const SAME = { kinds: ["kind"], colours: ["fill", "outline"], places: ["place"] } as const;

/** That a drawing is the student's own and not what was given out. */
export const ownWork = defineCheck<Options, Finding>()({
	name: "own work",
	topic: "Own ideas",
	options,
	example: "{ id: own, check: own work, from: example, differs: { at least: 2, of: [colours] }, points: 1 }",
	timeless: true,
	about: () => ["source"],
	forbids: () => true,
	says: (o) => ({ from: o.from, least: o.differs["at least"], of: o.differs.of }),
	judge(o, scene): Judgement<Finding> {
		const given = scene.programRun.reference(o.from)?.drawing.figures;
		if (!given || scene.drawing.figures.length === 0) return { findings: [], share: 0, figures: [], missing: true };
		const respects = o.differs.of.flatMap((of) => SAME[of]);
		const alike = alikes(scene.drawing.figures, given, respects, scene.tolerances);
		const own = scene.drawing.figures.filter((figure) => !alike.has(figure));
		const judgement = single(own.length >= o.differs["at least"], "own-work", {
			from: o.from,
			wanted: o.differs["at least"],
			found: own.length,
			of: o.differs.of,
		});
		return { ...judgement, share: Math.min(1, own.length / o.differs["at least"]), figures: own.map((f) => f.index) };
	},
});
