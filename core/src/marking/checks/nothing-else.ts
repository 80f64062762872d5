import { z } from "zod";
import type { Common, Finding, Judgement } from "../criterion.ts";
import { meets, selector } from "../selector.ts";
import type { Check } from "./check.ts";

const options = { but: z.union([selector, z.array(selector).min(1)]).optional() };
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** That nothing was drawn but the wanted figures. */
export const nothingElse: Check<Options> = {
	name: "nothing else",
	options,
	forbids: () => true,
	says: () => ({ code: "nothing-else", data: {} }),
	judge(o, scene): Judgement {
		const wanted = new Set([...scene.taken.values()].flatMap((t) => t.slots.flatMap((f) => f?.index ?? [])));
		const allowed = o.but === undefined ? [] : [o.but].flat();
		const extra = scene.drawing.figures.filter((f) => !wanted.has(f.index) && !allowed.some((s) => meets(f, s, scene.exactness.size)));
		const findings: Finding[] = extra.map((f) => ({
			figure: f.index,
			met: false,
			code: "extra",
			data: { kind: (f.kinds[0] ?? "figure").replaceAll("-", " "), line: f.lines[0] ?? 0, count: extra.length },
		}));
		if (findings.length === 0) findings.push({ met: true, code: "extra-none", data: {} });
		return { findings, share: extra.length === 0 ? 1 : 0, figures: extra.map((f) => f.index) };
	},
};
