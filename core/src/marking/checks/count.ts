import { z } from "zod";
import type { Common, Judgement } from "../criterion.ts";
import type { Scene } from "../scene.ts";
import { meets, type Selector } from "../selector.ts";
import { type Check, nameOf } from "./check.ts";

const options = {
	exactly: z.int().nonnegative().optional(),
	"at least": z.int().nonnegative().optional(),
	"at most": z.int().nonnegative().optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

function counted(scene: Scene, of: Common["of"]): number[] {
	if (of === undefined || of === "everything" || of === "run") return scene.drawing.figures.map((f) => f.index);
	const selectors: Selector[] = typeof of === "string" || Array.isArray(of) ? [of].flat().map((name) => scene.taken.get(name)?.selector ?? {}) : [of];
	return scene.drawing.figures.filter((f) => selectors.some((s) => meets(f, s, scene.exactness.size))).map((f) => f.index);
}

/** How many figures there are that meet a selector in full. */
export const count: Check<Options> = {
	name: "count",
	options,
	forbids: (o) => o["at most"] !== undefined && o.exactly === undefined && o["at least"] === undefined,
	says: (o) => ({ code: "count", data: { name: nameOf(o.of), exactly: o.exactly ?? -1, least: o["at least"] ?? -1, most: o["at most"] ?? -1 } }),
	judge(o, scene): Judgement {
		const figures = counted(scene, o.of);
		const found = figures.length;
		const low = o.exactly ?? o["at least"] ?? 0;
		const high = o.exactly ?? o["at most"] ?? Number.POSITIVE_INFINITY;
		const met = found >= low && found <= high;
		const wanted = found < low ? low : high;
		const share = met ? 1 : Math.min(found, wanted) / Math.max(found, wanted, 1);
		return {
			findings: [{ met, off: met ? 0 : Math.abs(found - wanted), code: "count", data: { name: nameOf(o.of), found, low, high: Number.isFinite(high) ? high : -1 } }],
			share,
			figures,
		};
	},
};
