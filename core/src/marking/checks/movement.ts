import { z } from "zod";
import { distance, type Point } from "../../geometry/points.ts";
import { type Common, type FindingOf, findingMaker, type Judgement } from "../criterion.ts";
import { marginsOf } from "../margins.ts";
import { Motion } from "../motion.ts";
import { EDGES } from "../relation-judge.ts";
import type { Scene } from "../scene.ts";
import { figureName } from "../selector.ts";
import { figuresOf, subjectsOf } from "../subjects.ts";
import { defineCheck, judgementOf, nameOf } from "./check.ts";

const point = z.tuple([z.number(), z.number()]);
const edge = z.union([z.enum(EDGES), z.strictObject({ x: z.number() }), z.strictObject({ y: z.number() }), figureName]);
const edges = z.union([edge, z.array(edge).min(1)]);
type Edges = z.infer<typeof edges>;
const options = {
	"each frame": point.optional(),
	"either way": z.literal(true).optional(),
	stays: z.literal(true).optional(),
	"turns at": edges.optional(),
	by: z.enum(["rim", "centre"]).optional(),
	reaches: z.union([edges, point]).optional(),
	trail: z.literal("none").optional(),
	"comes to rest": z.literal(true).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how a figure moves: steps and distances in sheet units; -1 if it comes to no edge. */
export type MovementFindings = {
	"movement-step": Named & { wanted: readonly number[]; found: readonly number[]; frame: number };
	"movement-still": Named;
	"movement-stays": Named & { found: number };
	"movement-turn": Named & { edge: string; found: number; turns: number };
	"movement-turn-elsewhere": Named & { frame: number };
	"movement-reaches": Named & { edge: string; found: number };
	"movement-trail": Named & { found: number };
	"movement-rests": Named;
};
type Named = { name: string };
type Finding = FindingOf<MovementFindings>;

const make = findingMaker<MovementFindings>();

/** Whether something is met; how far it is off, and how far off is still met, where that can be said. */
interface Outcome {
	readonly met: boolean;
	readonly off?: number;
	readonly full?: number;
}

/** Met where it is off by no more than `full`. */
const within = (off: number, full: number): Outcome => ({ met: off <= full + 1e-9, off, full });

const listOf = (of: Edges) => [of].flat() as Exclude<Edges, readonly unknown[]>[];
const isPoint = (of: Options["reaches"]): of is [number, number] => Array.isArray(of) && typeof of[0] === "number";
const edgeName = (of: Exclude<Edges, readonly unknown[]>) => {
	if (typeof of === "string") return of;
	return "x" in of ? `x = ${of.x}` : `y = ${of.y}`;
};

class Judge {
	private readonly o: Options;
	private readonly motion: Motion;
	private readonly scene: Scene;

	constructor(o: Options, scene: Scene, motion: Motion) {
		this.o = o;
		this.scene = scene;
		this.motion = motion;
	}

	private finding<C extends keyof MovementFindings>(
		outcome: Outcome,
		code: C,
		data: Omit<MovementFindings[C], "name">,
	): Finding {
		const { figure, lines } = this.motion;
		const named = { name: nameOf(this.o.of), ...data } as MovementFindings[C];
		return make({ ...(figure !== undefined && { figure }), ...outcome, lines }, code, named);
	}

	all(): Finding[] {
		const { o } = this;
		return [
			...(o["each frame"] ? this.pace(o["each frame"]) : []),
			...(o.stays ? [this.stays()] : []),
			...(o["turns at"] ? this.turns(o["turns at"]) : []),
			...(o.reaches === undefined
				? []
				: isPoint(o.reaches)
					? [this.reachesPoint(o.reaches)]
					: listOf(o.reaches).map((e) => this.reaches(e))),
			...(o.trail ? [this.trail()] : []),
			...(o["comes to rest"] ? [this.rests()] : []),
		];
	}

	/** Every step from frame to frame; one is let go where the figure turns round. */
	private pace(step: Point): Finding[] {
		const { o, motion } = this;
		const size = distance(0, 0, step[0], step[1]);
		const { full } = marginsOf(o.within === "1 step" ? size : o.within, size / 10);
		const steps = motion.steps();
		if (steps.length === 0) return [this.finding({ met: false }, "movement-still", {})];
		return steps.map(({ dx, dy, frame, turning }) => {
			const ahead = distance(dx, dy, step[0], step[1]);
			const back = o["either way"] ? distance(dx, dy, -step[0], -step[1]) : Number.POSITIVE_INFINITY;
			const off =
				turning && o["either way"]
					? Math.min(ahead, back, Math.max(0, distance(0, 0, dx, dy) - size))
					: Math.min(ahead, back);
			return this.finding(within(off, full), "movement-step", { wanted: [...step], found: [dx, dy], frame });
		});
	}

	private stays(): Finding {
		const far = this.motion.farthest();
		const { full } = marginsOf(this.o.within, this.scene.tolerances.position);
		return this.finding({ met: far <= full, off: far, full }, "movement-stays", { found: far });
	}

	private stepSize(): number {
		return Math.max(this.motion.usualStep(), 0.5);
	}

	/** How far off an edge may be: one step by default. */
	private margin(): number {
		const { within } = this.o;
		return within === undefined || within === "1 step" ? this.stepSize() : marginsOf(within, 0).full;
	}

	private turns(at: Edges): Finding[] {
		const margin = this.margin();
		const list = listOf(at);
		const turns = this.motion.turns();
		const asked = list.map((edge) => {
			const offs = turns.map((turn) => this.motion.offEdge(turn, edge, this.o.by ?? "rim", this.scene));
			const best = offs.reduce((a, b) => (b < a ? b : a), Number.POSITIVE_INFINITY);
			return this.finding(within(best, margin), "movement-turn", {
				edge: edgeName(edge),
				found: Number.isFinite(best) ? best : -1,
				turns: turns.length,
			});
		});
		const elsewhere = turns.filter((turn) =>
			list.every((edge) => this.motion.offEdge(turn, edge, this.o.by ?? "rim", this.scene) > margin),
		);
		// A turn away from all edges counts if every edge has its own turn; otherwise it belongs to the missed edge.
		if (elsewhere.length > 0 && asked.every((f) => f.met))
			asked.push(this.finding({ met: false }, "movement-turn-elsewhere", { frame: elsewhere[0]?.frame ?? 0 }));
		return asked;
	}

	private reaches(edge: Exclude<Edges, readonly unknown[]>): Finding {
		const off = this.motion.nearestToEdge(edge, this.o.by ?? "rim", this.scene);
		const margin = this.margin();
		return this.finding(within(off, margin), "movement-reaches", {
			edge: edgeName(edge),
			found: Number.isFinite(off) ? off : -1,
		});
	}

	private reachesPoint(at: Point): Finding {
		const off = this.motion.nearestTo(at);
		const margin = this.margin();
		return this.finding(within(off, margin), "movement-reaches", {
			edge: at.join(", "),
			found: Number.isFinite(off) ? off : -1,
		});
	}

	private trail(): Finding {
		const left = this.motion.left(this.scene);
		return this.finding({ met: left === 0 }, "movement-trail", { found: left });
	}

	private rests(): Finding {
		return this.finding({ met: this.motion.rests() }, "movement-rests", {});
	}
}

const WAYS = ["each frame", "stays", "turns at", "reaches", "trail", "comes to rest"] as const;

/** How something moves from frame to frame. */
export const movement = defineCheck<Options, Finding>()({
	name: "movement",
	topic: "Movement",
	options,
	example: "{ id: sails, check: movement, of: boat, each frame: [4, 0], points: 1 }",
	timeless: true,
	needs: (o) => {
		if (WAYS.every((way) => o[way] === undefined)) return `say what is wanted: ${WAYS.join(", ")}`;
		return o["either way"] && !o["each frame"] ? "either way goes with each frame" : undefined;
	},
	about: () => ["place", "frames"],
	forbids: (o) =>
		(o.trail !== undefined || o.stays !== undefined) &&
		WAYS.every((way) => way === "trail" || way === "stays" || o[way] === undefined),
	names: (o) =>
		[o["turns at"], isPoint(o.reaches) ? undefined : o.reaches].flatMap((e) =>
			e === undefined ? [] : listOf(e).filter((x): x is string => typeof x === "string" && !EDGES.includes(x as never)),
		),
	says: (o) => ({
		name: nameOf(o.of),
		step: o["each frame"] ? [...o["each frame"]] : [],
		either: o["either way"] === true,
		stays: o.stays === true,
		turns: o["turns at"] === undefined ? [] : listOf(o["turns at"]).map(edgeName),
		by: o.by ?? "rim",
		reaches:
			o.reaches === undefined ? [] : isPoint(o.reaches) ? [o.reaches.join(", ")] : listOf(o.reaches).map(edgeName),
		trail: o.trail !== undefined,
		rests: o["comes to rest"] === true,
	}),
	judge(o, scene): Judgement<Finding> {
		const subjects = subjectsOf(scene, o.of);
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		const motions =
			o.of === undefined ? [] : figuresOf(scene, o.of as never).map((figure) => Motion.of(figure, scene.programRun));
		if (motions.length === 0) return { findings: [], share: 0, figures: [], missing: true };
		const perFigure = motions.map((motion) => new Judge(o, scene, motion).all());
		const findings = perFigure.flat();
		return judgementOf(o, findings, {
			all: (findings.length * wanted) / motions.length,
			figures: motions.flatMap((m) => m.figure ?? []),
			wanted,
		});
	},
});
