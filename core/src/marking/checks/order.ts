import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { overlapOf } from "../../figures/overlap.ts";
import type { FindingOf } from "../criterion.ts";
import { type Common, type FigureRef, figureRef, type Judgement } from "../criterion.ts";
import { membersOf } from "../group.ts";
import type { Scene } from "../scene.ts";
import { figuresOf } from "../subjects.ts";
import { defineCheck, nameOf } from "./check.ts";

const refs = z.union([figureRef, z.array(figureRef).min(1)]);
// biome-ignore lint/suspicious/noThenProperty: an option of the exercise file; nothing awaits it
const options = { first: refs, then: refs, "lies on top": z.literal(true).optional() };
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of which figure is drawn after, or lies on, which. */
export type OrderFindings = Record<
	"order-before" | "order-under" | "order-apart",
	{ earlier: string; later: string; line: number }
>;
type Finding = FindingOf<OrderFindings>;

/** Less than this in common, in square units, is no more than two lines that touch. */
const TOUCHING = 1;

const listOf = (named: Options["first"]): FigureRef[] => [named].flat();

/** Each earlier and each later figure that are wanted, with the names they go by. */
function pairsOf(o: Options, scene: Scene): { first: Figure; later: Figure; names: [string, string] }[] {
	const all = (named: Options["first"]) =>
		listOf(named).flatMap((ref) => figuresOf(scene, ref).map((figure) => ({ name: nameOf(ref), figure })));
	const later = all(o.then);
	return all(o.first).flatMap((a) =>
		later.map((b) => ({ first: a.figure, later: b.figure, names: [a.name, b.name] as [string, string] })),
	);
}

/** That some figures are drawn after others, or lie on top of them. */
export const order = defineCheck<Options, Finding>()({
	name: "order",
	topic: "Front and back",
	options,
	example: "{ id: on-top, check: order, first: buoy, then: band, points: 1 }",
	about: () => ["order", "seen"],
	forbids: () => false,
	names: (o) => [...listOf(o.first), ...listOf(o.then)],
	says: (o) => ({
		earlier: listOf(o.first).map((r) => nameOf(r)),
		later: listOf(o.then).map((r) => nameOf(r)),
		top: o["lies on top"] === true,
	}),
	judge(o, scene): Judgement<Finding> {
		const pairs = pairsOf(o, scene);
		const findings = pairs.map(({ first, later, names: [before, after] }): Finding => {
			const data = { earlier: before, later: after, line: later.lines[0] ?? 0 };
			if (o["lies on top"] && overlapOf(first, later, scene.up) < TOUCHING)
				return { figure: later.index, met: false, code: "order-apart", data };
			return {
				figure: later.index,
				met: later.index > first.index,
				code: o["lies on top"] ? "order-under" : "order-before",
				data,
			};
		});
		const gone = [...listOf(o.first), ...listOf(o.then)].some((ref) => figuresOf(scene, ref).length === 0);
		const met = findings.filter((f) => f.met).length;
		const figures = [...new Set(pairs.flatMap((p) => [...membersOf(p.first), ...membersOf(p.later)]))];
		return {
			findings,
			share: findings.length === 0 || gone ? 0 : met / findings.length,
			figures,
			...((gone || findings.length === 0) && { missing: true }),
		};
	},
});
