import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { distance, type Point } from "../../geometry/points.ts";
import type { Common, FindingBase, FindingOf, Judgement, NoData } from "../criterion.ts";
import { findingMaker } from "../criterion.ts";
import { marginsOf } from "../margins.ts";
import type { Scene } from "../scene.ts";
import { subjectsOf } from "../subjects.ts";
import { type TapeRange, TapeRanges } from "../tape-ranges.ts";
import { defineCheck, judgementOf, kindWords, nameOf } from "./check.ts";

const point = z.tuple([z.number(), z.number()]);
const upOrDown = z.enum(["up", "down"]);
const options = {
	per: z.union([
		z.enum(["run", "figure"]),
		z.string().regex(/^call of [A-Za-z][A-Za-z0-9_-]*$/, { error: 'give run, figure, or "call of" and a routine' }),
	]),
	starts: point.optional(),
	ends: z.union([z.enum(["start", "next start"]), point]).optional(),
	"moves on": point.optional(),
	facing: z.union([z.literal("same"), z.number()]).optional(),
	"pen at start": upOrDown.optional(),
	"pen at end": upOrDown.optional(),
	turns: z.union([z.number(), z.array(z.number()).min(1)]).optional(),
	closed: z.literal(true).optional(),
	"nothing twice": z.literal(true).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how the pen went: places in sheet units, angles in degrees. */
export type PathFindings = Record<PlaceCode, { wanted: readonly number[]; found: readonly number[] }> & {
	"path-facing": Facing;
	"path-facing-same": Facing;
	"path-pen-start": { wanted: "up" | "down"; found: "up" | "down" };
	"path-pen-end": { wanted: "up" | "down"; found: "up" | "down" };
	"path-turns": { wanted: readonly number[]; found: readonly number[] };
	"path-closed": { name: string; found: number };
	"path-once": NoData;
	"path-twice": { line: number; times: number; kind: string };
};
type PlaceCode = "path-starts" | "path-returns" | "path-next" | "path-ends" | "path-moves-on";
type Facing = { wanted: number; found: number; off: number };
type Finding = FindingOf<PathFindings>;

const finding = findingMaker<PathFindings>();

/** An outline gone over by less than this part of itself isn't gone over. */
const TWICE = 0.02;

class Judge {
	private readonly o: Options;
	private readonly near: number;
	private readonly angle: number;
	private readonly scene: Scene;

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
		this.near = marginsOf(o.within, scene.tolerances.position).full;
		this.angle = marginsOf(o.within, scene.tolerances.angle).full;
	}

	span(span: TapeRange, next: TapeRange | undefined): Finding[] {
		const { o } = this;
		const { before, after } = span;
		const findings: Finding[] = [];
		const start: Point = [before.x, before.y];
		const end: Point = [after.x, after.y];
		const about = { ...(span.figures[0] && { figure: span.figures[0].index }), lines: this.linesOf(span) };
		const near = (code: PlaceCode, found: Point, wanted: Point) => {
			const off = distance(found[0], found[1], wanted[0], wanted[1]);
			const base = { ...about, met: off <= this.near + 1e-9, off, full: this.near };
			findings.push(finding(base, code, { wanted: [...wanted], found: [...found] }));
		};
		if (o.starts) near("path-starts", start, o.starts);
		if (o.ends === "start") near("path-returns", end, start);
		else if (o.ends === "next start") next && near("path-next", end, [next.before.x, next.before.y]);
		else if (o.ends) near("path-ends", end, o.ends);
		if (o["moves on"]) near("path-moves-on", [end[0] - start[0], end[1] - start[1]], o["moves on"]);
		// In a picture the pen faces nowhere that can be compared.
		if (o.facing !== undefined && !Number.isNaN(after.facing)) {
			const turned = (from: number) => Math.abs(((((after.facing - from) % 360) + 540) % 360) - 180);
			const from = o.facing === "same" ? span.facings : [o.facing];
			const wanted = from.reduce((a, b) => (turned(b) < turned(a) ? b : a));
			const off = turned(wanted);
			findings.push({
				...about,
				met: off <= this.angle + 1e-9,
				off,
				full: this.angle,
				code: o.facing === "same" ? "path-facing-same" : "path-facing",
				data: { wanted, found: after.facing, off },
			});
		}
		const pen = (code: "path-pen-start" | "path-pen-end", wanted: "up" | "down" | undefined, down: boolean) =>
			wanted &&
			findings.push(
				finding({ ...about, met: (wanted === "down") === down }, code, { wanted, found: down ? "down" : "up" }),
			);
		pen("path-pen-start", o["pen at start"], before.down);
		pen("path-pen-end", o["pen at end"], after.down);
		if (o.turns !== undefined) findings.push(this.turns(span, about));
		if (o.closed) findings.push(...span.figures.map((f) => this.closed(f)));
		if (o["nothing twice"]) findings.push(...this.twice(span.figures));
		return findings;
	}

	private linesOf(span: TapeRange): number[] {
		const { line } = this.scene.tape;
		return span.first < line.length ? [line[span.first] as number] : [];
	}

	private turns({ turns }: TapeRange, about: Omit<FindingBase, "met">): Finding {
		const wanted = this.o.turns as number | readonly number[];
		const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0);
		const list = typeof wanted === "number" ? undefined : wanted;
		const size = (v: number) => Math.abs(v);
		const off = list
			? turns.length === list.length
				? Math.max(0, ...turns.map((t, i) => Math.abs(size(t) - size(list[i] as number))))
				: Number.POSITIVE_INFINITY
			: Math.abs(size(sum(turns)) - size(wanted as number));
		const full = Math.max(this.angle, 1e-6);
		return {
			...about,
			met: off <= full,
			off,
			full,
			code: "path-turns",
			data: { wanted: list ? [...list] : [wanted as number], found: list ? turns.slice(0, 12) : [sum(turns)] },
		};
	}

	private closed(figure: Figure): Finding {
		const gap = figure.closed ? figure.gap : distance(figure.start[0], figure.start[1], figure.end[0], figure.end[1]);
		return {
			figure: figure.index,
			met: figure.closed && gap <= this.near + 1e-9,
			off: gap,
			full: this.near,
			code: "path-closed",
			data: { found: gap, name: nameOf(this.o.of) },
		};
	}

	private twice(figures: readonly Figure[]): Finding[] {
		const over = figures.filter((f) => f.overdrawn > TWICE || f.twin !== null);
		if (over.length === 0) return [{ met: true, code: "path-once", data: {} }];
		return over.map((f) => ({
			figure: f.index,
			met: false,
			code: "path-twice",
			data: { line: f.lines[0] ?? 0, times: f.twin === null ? f.overdrawn : 1, kind: kindWords(f) },
		}));
	}
}

const WAYS = [
	"starts",
	"ends",
	"moves on",
	"facing",
	"pen at start",
	"pen at end",
	"turns",
	"closed",
	"nothing twice",
] as const;

/** How the pen went: where it began and ended, how it faced, whether it was down. */
export const path = defineCheck<Options, Finding>()({
	name: "path",
	topic: "The pen's way",
	options,
	example: "{ id: back, check: path, per: run, ends: start, points: 1 }",
	needs: (o) => (WAYS.every((way) => o[way] === undefined) ? `say what is wanted: ${WAYS.join(", ")}` : undefined),
	about: () => ["place", "turn", "shape", "number"],
	forbids: (o) => o["nothing twice"] === true && WAYS.every((way) => way === "nothing twice" || o[way] === undefined),
	says: (o) => ({
		name: nameOf(o.of),
		per: o.per,
		starts: o.starts ? [...o.starts] : [],
		ends: typeof o.ends === "string" ? o.ends : o.ends ? o.ends.join(", ") : "",
		movesOn: o["moves on"] ? [...o["moves on"]] : [],
		facing: o.facing === undefined ? "" : String(o.facing),
		penStart: o["pen at start"] ?? "",
		penEnd: o["pen at end"] ?? "",
		turns: o.turns === undefined ? [] : [o.turns].flat(),
		closed: o.closed === true,
		once: o["nothing twice"] === true,
	}),
	judge(o, scene): Judgement<Finding> {
		const spans = new TapeRanges(scene);
		const subjects = o.per === "figure" ? subjectsOf(scene, o.of) : [];
		const figures = subjects.flatMap((s) => s.figures);
		const all =
			o.per === "run"
				? spans.run()
				: o.per === "figure"
					? spans.figures(figures)
					: spans.calls(o.per.slice("call of ".length));
		const judge = new Judge(o, scene);
		// What is gone over twice is looked for in everything that was drawn, walked or not.
		if (all.length === 0 && o["nothing twice"] && scene.drawing.figures.length > 0 && o.per === "run")
			all.push({ ...NOWHERE, figures: scene.drawing.figures });
		const findings = all.flatMap((span, i) => judge.span(span, all[i + 1]));
		const wanted = o.per === "figure" ? subjects.reduce((sum, s) => sum + s.wanted, 0) : undefined;
		const each = all.length === 0 ? 1 : findings.length / all.length;
		const shown = all.flatMap((s) => s.figures.map((f) => f.index));
		const judgement = judgementOf(o, findings, {
			all: (wanted ?? all.length) * each,
			figures: shown,
			wanted,
			missing: all.length === 0 || findings.length === 0,
		});
		if (all.length === 0 && o.per.startsWith("call of "))
			return { ...judgement, lacks: { calls: o.per.slice("call of ".length) } };
		return judgement.missing && o.per === "run" ? { ...judgement, waits: "held" } : judgement;
	},
});

const STILL = { x: 0, y: 0, facing: 0, down: true };
const NOWHERE: TapeRange = { first: 0, end: 0, before: STILL, after: STILL, facings: [0], figures: [], turns: [] };
