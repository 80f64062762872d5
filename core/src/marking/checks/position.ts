import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { leastCost } from "../../geometry/assignment.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { sheetBounds, upward } from "../../tape/layout.ts";
import { ANCHORS, anchorOf } from "../anchors.ts";
import { type Common, type Finding, figureName, type Judgement } from "../criterion.ts";
import { marginsOf, type Scene, subjectsOf } from "../scene.ts";
import { type Check, nameOf } from "./check.ts";

const point = z.tuple([z.number(), z.number()]);
const zone = z.union([
	z.enum(["upper left quarter", "upper right quarter", "lower left quarter", "lower right quarter", "upper half", "lower half", "left half", "right half"]),
	z.tuple([z.number(), z.number(), z.number(), z.number()]),
]);
const options = {
	anchor: z.enum(ANCHORS).optional(),
	at: z.union([point, z.array(point).min(1)]).optional(),
	in: z.union([zone, z.array(zone).min(1)]).optional(),
	on: z.union([z.strictObject({ x: z.number() }), z.strictObject({ y: z.number() })]).optional(),
	from: figureName.optional(),
	offset: point.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;
type Zone = z.infer<typeof zone>;

function placesOf(at: NonNullable<Options["at"]>): Point[] {
	return typeof at[0] === "number" ? [at as Point] : (at as Point[]);
}

/** The wanted places in the order of the figures, each taken once, nearest first in sum. */
function assigned(found: readonly Point[], wanted: readonly Point[]): Point[] {
	if (wanted.length <= 1 || found.length === 0) return found.map(() => wanted[0] as Point);
	const cost = found.map(([x, y]) => [...wanted.map(([a, b]) => distance(x, y, a, b)), ...found.map(() => 1e6)]);
	return leastCost(cost).map((column, i) => wanted[column] ?? (wanted[Math.min(i, wanted.length - 1)] as Point));
}

function inZone([x, y]: Point, where: Zone, scene: Scene): boolean {
	if (typeof where !== "string") return x >= where[0] && x <= where[0] + where[2] && y >= where[1] && y <= where[1] + where[3];
	const { left, right, low, high } = sheetBounds(scene.sheet);
	const upper = (y - (low + high) / 2) * upward(scene.sheet.origin) >= 0;
	const toLeft = x <= (left + right) / 2;
	return (!where.includes("upper") || upper) && (!where.includes("lower") || !upper) && (!where.includes("left") || toLeft) && (!where.includes("right") || !toLeft);
}

/** Where figures are. */
export const position: Check<Options> = {
	name: "position",
	options,
	forbids: () => false,
	says: (o) => ({
		code: "position",
		data: {
			name: nameOf(o.of),
			anchor: o.anchor ?? "centre",
			places: o.at ? placesOf(o.at).map(([x, y]) => `${x}, ${y}`) : [],
			zones: o.in ? (typeof o.in === "string" ? [o.in] : typeof o.in[0] === "number" ? [o.in.join(", ")] : (o.in as Zone[]).map(String)) : [],
			on: o.on ? ("x" in o.on ? `x ${o.on.x}` : `y ${o.on.y}`) : "",
			from: o.from ?? "",
			offset: o.offset ? [...o.offset] : [],
		},
	}),
	states(o) {
		const anchor = o.anchor ?? "centre";
		return { places: o.at ? [{ at: placesOf(o.at), of: (f) => anchorOf(f, anchor) }] : [] };
	},
	judge(o, scene): Judgement {
		const findings: Finding[] = [];
		const { full } = marginsOf(o.within, scene.exactness.position);
		const anchor = o.anchor ?? "centre";
		let wanted = 0;
		for (const subject of subjectsOf(scene, o.of)) {
			wanted += subject.wanted;
			const figures = subject.figures.filter((f) => anchorOf(f, anchor) !== undefined);
			const found = figures.map((f) => anchorOf(f, anchor) as Point);
			const places = o.at ? assigned(found, placesOf(o.at)) : [];
			figures.forEach((figure, i) => findings.push(one(figure, found[i] as Point, places[i], i)));
		}
		const met = findings.filter((f) => f.met).length;
		const all = Math.max(wanted, findings.length);
		const figures = findings.map((f) => f.figure as number);
		return { findings, share: o.for === "any" ? Math.min(1, met) : all === 0 ? 0 : met / all, figures, wanted: wanted, ...(findings.length === 0 && { missing: true }) };

		function one(figure: Figure, at: Point, place: Point | undefined, index: number): Finding {
			const data = { name: nameOf(o.of), anchor, found: [...at] };
			if (place) {
				const off = distance(at[0], at[1], place[0], place[1]);
				return { figure: figure.index, met: off <= full + 1e-9, off, full, code: "position-at", data: { ...data, wanted: [...place] } };
			}
			if (o.on) {
				const [axis, value] = "x" in o.on ? (["x", o.on.x] as const) : (["y", o.on.y] as const);
				const off = Math.abs(at[axis === "x" ? 0 : 1] - value);
				return { figure: figure.index, met: off <= full + 1e-9, off, full, code: "position-on", data: { ...data, axis, value } };
			}
			if (o.from && o.offset) {
				const other = subjectsOf(scene, o.from)[0]?.figures[0];
				const base = other && anchorOf(other, anchor);
				if (!base) return { figure: figure.index, met: false, code: "position-from-missing", data: { ...data, from: o.from } };
				const off = distance(at[0] - base[0], at[1] - base[1], o.offset[0], o.offset[1]);
				return {
					figure: figure.index,
					met: off <= full + 1e-9,
					off,
					full,
					code: "position-from",
					data: { ...data, from: o.from, wanted: [...o.offset], found: [at[0] - base[0], at[1] - base[1]] },
				};
			}
			const zones: Zone[] = o.in === undefined ? [] : typeof o.in === "string" || typeof o.in[0] === "number" ? [o.in as Zone] : (o.in as Zone[]);
			const where = zones.length > 1 ? zones[index % zones.length] : zones[0];
			const met = zones.length > 1 ? zones.some((z) => inZone(at, z, scene)) : where !== undefined && inZone(at, where, scene);
			return { figure: figure.index, met, code: "position-in", data: { ...data, zone: String(where) } };
		}
	},
};
