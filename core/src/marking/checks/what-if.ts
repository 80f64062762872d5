import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { distance, type Point } from "../../geometry/points.ts";
import type { Sheet } from "../../tape/layout.ts";
import { Counterparts } from "../counterparts.ts";
import type { FindingOf, SharedFindings } from "../criterion.ts";
import { type Common, criterionId, type FigureRef, figureRef, type Judgement } from "../criterion.ts";
import { checkInvariants, NO_INVARIANT_LEFT } from "../invariants.ts";
import { marginsOf } from "../margins.ts";
import type { Judging, ProgramRun, Scene } from "../scene.ts";
import { figuresOf } from "../subjects.ts";
import { topNames } from "../top-names.ts";
import { defineCheck, judgementOf, nameOf, single } from "./check.ts";

const point = z.tuple([z.number(), z.number()]);
const variable = z.string().min(1);
const size = z.int().min(1).max(4096);
const options = {
	change: z.record(variable, z.number()).optional(),
	set: z.record(variable, z.number()).optional(),
	sheet: z.strictObject({ width: size.optional(), height: size.optional() }).optional(),
	moves: z.strictObject({ of: z.union([z.literal("everything"), figureRef]), by: point }).optional(),
	stays: z.union([figureRef, z.array(figureRef).min(1)]).optional(),
	holds: z.array(criterionId).min(1).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of a drawing when a value, or the sheet, is another one; moves in sheet units. */
export type WhatIfFindings = Pick<SharedFindings, "held"> & {
	"what-if-moves": Move;
	"what-if-stays": Move;
	"what-if-lacks": { name: string };
};
type Move = { how: string; wanted: readonly number[]; found: readonly number[]; name: string };
type Finding = FindingOf<WhatIfFindings>;

/** A changed run's figures, how the run was changed, and how far figures should be moved in it. */
interface AskedMove {
	readonly others: Counterparts;
	readonly how: string;
	readonly by: Point;
	readonly code: "what-if-moves" | "what-if-stays";
}

const ANY = "any variable";

/**
 * The changed runs to look at: one, or one for each name where any will do; a sentence's data where the program lacks
 * a name.
 */
function changedRuns(o: Options, plain: ProgramRun): { runs: { run: ProgramRun; how: string }[] } | { lacks: string } {
	const sheet: Sheet | undefined = o.sheet && {
		...plain.sheet,
		...(o.sheet.width && { width: o.sheet.width }),
		...(o.sheet.height && { height: o.sheet.height }),
	};
	const asked = { ...o.change, ...o.set };
	const wanted = Object.entries(asked);
	if (wanted.length === 0)
		return {
			runs: [
				{
					run: plain.changed({ ...(sheet && { sheet }) }),
					how: `a sheet of ${sheet?.width ?? 0} by ${sheet?.height ?? 0}`,
				},
			],
		};
	const names = topNames(plain);
	const fixed: Record<string, number> = {};
	for (const [name, by] of wanted) {
		if (name === ANY) continue;
		const own = names.find((n) => n.name === name);
		if (!own) return { lacks: name };
		fixed[name] = o.set?.[name] ?? own.value + by;
	}
	const any = asked[ANY];
	const how = Object.entries(fixed).map(([name, value]) => `${name} at ${value}`);
	if (any === undefined)
		return { runs: [{ run: plain.changed({ given: fixed, ...(sheet && { sheet }) }), how: how.join(" and ") }] };
	if (names.length === 0) return { lacks: ANY };
	return {
		runs: names.map(({ name, value }) => ({
			run: plain.changed({ given: { ...fixed, [name]: value + any }, ...(sheet && { sheet }) }),
			how: `${name} at ${value + any}`,
		})),
	};
}

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;
	private readonly near: number;
	private readonly judging: Judging;

	constructor(o: Options, scene: Scene, judging: Judging) {
		this.o = o;
		this.judging = judging;
		this.scene = scene;
		this.near = marginsOf(o.within, scene.tolerances.position).full;
	}

	/** What is found in one changed run; undefined if nothing is left to hold. */
	in(run: ProgramRun, how: string): Finding[] | undefined {
		const { o, scene } = this;
		const others = new Counterparts(scene.drawing, run.drawing);
		const findings: Finding[] = [];
		if (o.moves)
			findings.push(
				...this.moved(figuresOf(scene, o.moves.of as FigureRef), {
					others,
					by: o.moves.by,
					how,
					code: "what-if-moves",
				}),
			);
		if (o.stays)
			findings.push(...this.moved(figuresOf(scene, o.stays), { others, by: [0, 0], how, code: "what-if-stays" }));
		if (!o.holds) return findings;
		const held = checkInvariants(o.holds, scene.programRun, [{ run, how }], this.judging);
		if (held) return [...findings, ...held];
		return findings.length > 0 ? findings : undefined;
	}

	/** Whether figures are moved as asked. */
	private moved(figures: readonly Figure[], { others, how, by, code }: AskedMove): Finding[] {
		return figures.map((figure) => {
			const other = others.of(figure);
			const found: Point | undefined = other && [
				other.centre[0] - figure.centre[0],
				other.centre[1] - figure.centre[1],
			];
			const off = found ? distance(found[0], found[1], by[0], by[1]) : Number.POSITIVE_INFINITY;
			return {
				figure: figure.index,
				met: off <= this.near + 1e-9,
				off,
				full: this.near,
				code,
				data: { how, wanted: [...by], found: found ? [...found] : [], name: nameOf(this.o.moves?.of) },
			};
		});
	}
}

/** How the drawing reacts to another value in the program, or another sheet. */
export const whatIf = defineCheck<Options, Finding>()({
	name: "what if",
	topic: "Variables",
	options,
	example: "{ id: moves, check: what if, change: { x: 40 }, moves: { of: buoy, by: [40, 0] }, points: 1 }",
	timeless: true,
	needs: (o) => {
		if (o.change === undefined && o.set === undefined && o.sheet === undefined)
			return "say what is changed: change, set or sheet";
		return o.moves === undefined && o.stays === undefined && o.holds === undefined
			? "say what becomes of it: moves, stays or holds"
			: undefined;
	},
	about: () => ["place", "source"],
	forbids: () => false,
	names: (o) => [
		...(o.moves && o.moves.of !== "everything" ? [o.moves.of] : []),
		...(o.stays === undefined ? [] : [o.stays].flat()),
	],
	ids: (o) => o.holds ?? [],
	says: (o) => ({
		change: Object.entries(o.change ?? {}).map(([name, by]) => `${name} ${by < 0 ? "-" : "+"} ${Math.abs(by)}`),
		set: Object.entries(o.set ?? {}).map(([name, v]) => `${name} = ${v}`),
		sheet: o.sheet ? [o.sheet.width ?? 0, o.sheet.height ?? 0] : [],
		moves: o.moves ? nameOf(o.moves.of as FigureRef) : "",
		by: o.moves ? [...o.moves.by] : [],
		stays: o.stays === undefined ? "" : nameOf([o.stays].flat()),
		holds: o.holds ?? [],
	}),
	judge(o, scene, judging): Judgement<Finding> {
		const plain = scene.programRun;
		if (!plain.program.isReadable || scene.drawing.figures.length === 0)
			return { findings: [], share: 0, figures: [], missing: true };
		const changed = changedRuns(o, plain);
		if ("lacks" in changed) return single(false, "what-if-lacks", { name: changed.lacks });
		const judge = new Judge(o, scene, judging);
		let best: Judgement<Finding> | undefined;
		for (const { run, how } of changed.runs) {
			const findings = judge.in(run, how);
			if (!findings) return NO_INVARIANT_LEFT;
			const judgement = judgementOf(o, findings, { figures: findings.flatMap((f) => f.figure ?? []) });
			if (!best || judgement.share > best.share) best = judgement;
		}
		return best ?? NO_INVARIANT_LEFT;
	},
});
