import type { Figure } from "../figures/figure.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance, distanceToSegment, type Point } from "../geometry/points.ts";
import { cosDeg, directionDeg, radians, sinDeg } from "../geometry/trig.ts";
import type { Anchor } from "./anchors.ts";
import { type FindingOf, findingMaker } from "./criterion.ts";
import type { MeasureName } from "./measures.ts";

/** A figure with the point that stands for it. */
export interface Placed {
	readonly figure: Figure;
	readonly at: Point;
}

/** What is found of an arrangement: places and distances in sheet units, angles in degrees, shares from 0 to 1. */
export type ArrangementFindings = {
	"arranged-level": { axis: "row" | "column"; off: number };
	"arranged-gap": { wanted: number; found: number; same: boolean };
	/** Steps from the one before: across and upwards, or along the row or column alone. */
	"arranged-step": { wanted: readonly number[]; found: readonly number[]; same: boolean };
	"arranged-ring": { off: number };
	"arranged-grid": { rows: number; columns: number };
	"arranged-mirror": { wanted: readonly number[] };
	"arranged-places": { wanted: readonly number[]; found: readonly number[] };
	"arranged-along": { found: readonly number[] };
	"arranged-cover": { wanted: number; found: number };
	/** Differences from the one before; with `times` what it is multiplied by. */
	"arranged-growing": { what: MeasureName; wanted: number; found: number; times: boolean };
	"arranged-turning": { wanted: number; found: number };
	"anchor-none": { name: string; anchor: Anchor; kind: string };
	"arranged-alternating": { wanted: string; place: number };
};
type Finding = FindingOf<ArrangementFindings>;

const make = findingMaker<ArrangementFindings>();

/** A figure compared with its wanted value: the deviation and the tolerance. */
export function finding<C extends keyof ArrangementFindings>(
	figure: Figure,
	{ off, full }: { readonly off: number; readonly full: number },
	code: C,
	data: ArrangementFindings[C],
): Finding {
	return make({ figure: figure.index, met: off <= full + 1e-9, off, full }, code, data);
}

function median(values: readonly number[]): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
}

/** Checks that all are at the same height (axis 1) or in one column (axis 0). */
export function aligned(placed: readonly Placed[], axis: 0 | 1, full: number): Finding[] {
	const usual = median(placed.map(({ at }) => at[axis]));
	return placed.map(({ figure, at }) =>
		finding(figure, { off: Math.abs(at[axis] - usual), full }, "arranged-level", {
			axis: axis === 1 ? "row" : "column",
			off: Math.abs(at[axis] - usual),
		}),
	);
}

/** The rooms between neighbours, rim to rim. */
export function gapsOf(row: readonly Figure[], axis: 0 | 1): number[] {
	return row.slice(1).map((b, i) => {
		const [p, q] = [(row[i] as Figure).bounds, b.bounds];
		return axis === 0 ? Math.max(q.left - p.right, p.left - q.right) : Math.max(q.low - p.high, p.low - q.high);
	});
}

/** That the rooms between neighbours are as wanted, or all the same. */
export function gapped(row: readonly Figure[], axis: 0 | 1, gap: number | "same", full: number): Finding[] {
	const gaps = gapsOf(row, axis);
	const wanted = gap === "same" ? median(gaps) : gap;
	return gaps.map((found, i) =>
		finding(row[i + 1] as Figure, { off: Math.abs(found - wanted), full }, "arranged-gap", {
			wanted,
			found,
			same: gap === "same",
		}),
	);
}

/** Deviation of one figure in a sequence: of its step from the one before, and of its own place. */
export interface StepOff {
	readonly fromLast: number;
	readonly fromFirst: number;
}

/** The part of a step that it may be off by: what rounding makes of it. */
const STEP_SHARE = 0.05;
const LEAST_STEP = 0.5;

/**
 * Deviation and tolerance of each figure in a sequence. If all are in their places, all are met. Otherwise each step is
 * compared with the wanted step, so that small errors don't add up and a misplaced figure is missed once.
 *
 * @param full how far off a place or size may be
 * @param step the size of the step that is asked for; undefined if the criterion says itself how far off it may be
 */
export function stepsOff(
	offs: readonly StepOff[],
	full: number,
	step: number | undefined,
): { readonly off: number; readonly full: number }[] {
	if (offs.every(({ fromFirst }) => fromFirst <= full + 1e-9)) return offs.map((o) => ({ off: o.fromFirst, full }));
	const near = step === undefined ? full : Math.min(full, Math.max(LEAST_STEP, STEP_SHARE * Math.abs(step)));
	return offs.map((o) => ({ off: Math.min(o.fromLast, o.fromFirst), full: near }));
}

/** That each is one step from the one before. @param stated whether the criterion itself says how far off it may be */
export function stepped(
	row: readonly Placed[],
	{ step, axis }: { readonly step: number | Point | "same"; readonly axis: 0 | 1 | undefined },
	full: number,
	stated = false,
): Finding[] {
	const [first, last] = [row[0], row.at(-1)];
	if (!first || !last) return [];
	const steps = row.slice(1).map(({ at }, i): Point => {
		const before = (row[i] as Placed).at;
		return [at[0] - before[0], at[1] - before[1]];
	});
	const n = Math.max(1, steps.length);
	const mean: Point = [(last.at[0] - first.at[0]) / n, (last.at[1] - first.at[1]) / n];
	const usual: Point = [median(steps.map((s) => s[0])), median(steps.map((s) => s[1]))];
	const by: Point = step === "same" ? usual : typeof step === "number" ? along(mean, step, axis) : step;
	const apart = ([x, y]: Point, [u, v]: Point) =>
		axis === 0 ? Math.abs(x - u) : axis === 1 ? Math.abs(y - v) : distance(x, y, u, v);
	const shown = (p: Point) => (axis === undefined ? [...p] : [p[axis]]);
	const offs = row.slice(1).map(({ at }, i): StepOff => {
		const place: Point = [first.at[0] + (i + 1) * by[0], first.at[1] + (i + 1) * by[1]];
		return { fromLast: apart(steps[i] as Point, by), fromFirst: apart(at, place) };
	});
	const judged = stepsOff(offs, full, stated || step === "same" ? undefined : distance(0, 0, by[0], by[1]));
	return row.slice(1).map(({ figure }, i) =>
		finding(figure, judged[i] as (typeof judged)[number], "arranged-step", {
			wanted: shown(by),
			found: shown(steps[i] as Point),
			same: step === "same",
		}),
	);
}

/** A step of some length in the direction in which a row goes. */
function along(mean: Point, length: number, axis: 0 | 1 | undefined): Point {
	if (axis === 0) return [mean[0] < 0 ? -length : length, 0];
	if (axis === 1) return [0, mean[1] < 0 ? -length : length];
	const size = distance(0, 0, mean[0], mean[1]) || 1;
	return [(mean[0] / size) * length, (mean[1] / size) * length];
}

/** That all are equally far from a middle, at equal angles round it. */
export function ringed(placed: readonly Placed[], about: Point | undefined, full: number): Finding[] {
	const n = placed.length;
	const middle: Point = about ?? [
		placed.reduce((s, p) => s + p.at[0], 0) / n,
		placed.reduce((s, p) => s + p.at[1], 0) / n,
	];
	const far = placed.map(({ at }) => distance(at[0], at[1], middle[0], middle[1]));
	const radius = median(far);
	const round = placed
		.map((p, i) => ({ ...p, far: far[i] as number, angle: directionDeg(p.at[0] - middle[0], p.at[1] - middle[1]) }))
		.sort((a, b) => a.angle - b.angle);
	const first = round[0]?.angle ?? 0;
	// Angles against equal ones, up to where the first of them stands.
	const lag = median(round.map(({ angle }, k) => angle - first - (k * 360) / n));
	return round.map(({ figure, far, angle }, k) => {
		const turn = angle - first - lag - (k * 360) / n;
		const off = distance(0, 0, far - radius, radius * radians(turn));
		return finding(figure, { off, full }, "arranged-ring", { off });
	});
}

/** Rows of a grid from the lowest number up, each from the left. */
export function rowsOf(placed: readonly Placed[], near: number): Placed[][] {
	const sorted = [...placed].sort((a, b) => a.at[1] - b.at[1]);
	const rows: Placed[][] = [];
	for (const p of sorted) {
		const row = rows.at(-1);
		if (row && Math.abs((row[0] as Placed).at[1] - p.at[1]) <= Math.max(2 * near, p.figure.height / 2)) row.push(p);
		else rows.push([p]);
	}
	return rows.map((row) => row.sort((a, b) => a.at[0] - b.at[0]));
}

/** Checks that all are in rows and columns. */
export function gridded(placed: readonly Placed[], full: number): Finding[] {
	const rows = rowsOf(placed, full);
	const columns = median(rows.map((r) => r.length));
	return rows.flatMap((row) =>
		row.map(({ figure, at }, c) => {
			const column = rows.flatMap((r) => r[c]?.at[0] ?? []);
			const off =
				row.length !== columns || rows.length < 2 || columns < 2
					? Number.POSITIVE_INFINITY
					: Math.max(Math.abs(at[0] - median(column)), Math.abs(at[1] - median(row.map((p) => p.at[1]))));
			return finding(figure, { off, full }, "arranged-grid", { rows: rows.length, columns });
		}),
	);
}

/** A point seen in a mirror along a line. */
export function mirrored([x, y]: Point, [[ax, ay], [bx, by]]: readonly [Point, Point]): Point {
	const [dx, dy] = [bx - ax, by - ay];
	const t = ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1);
	return [2 * (ax + t * dx) - x, 2 * (ay + t * dy) - y];
}

/** That each has its like on the other side of a line; one on the line is its own. */
export function inMirror(
	placed: readonly Placed[],
	line: readonly [Point, Point],
	full: number,
	size: number,
): Finding[] {
	return placed.map(({ figure, at }) => {
		const image = mirrored(at, line);
		let off = Number.POSITIVE_INFINITY;
		for (const other of placed) {
			if (Math.abs(other.figure.width - figure.width) > size || Math.abs(other.figure.height - figure.height) > size)
				continue;
			off = Math.min(off, distance(other.at[0], other.at[1], image[0], image[1]));
		}
		return finding(figure, { off, full }, "arranged-mirror", { wanted: [...image] });
	});
}

/** Ways in which places may differ from the wanted ones. */
export const FREEDOMS = ["shift", "scale", "turn", "mirror"] as const;
export type Freedom = (typeof FREEDOMS)[number];

function middleOf(points: readonly Point[]): Point {
	return [points.reduce((s, p) => s + p[0], 0) / points.length, points.reduce((s, p) => s + p[1], 0) / points.length];
}

const spreadOf = (points: readonly Point[], [mx, my]: Point) =>
	Math.sqrt(points.reduce((s, p) => s + (p[0] - mx) * (p[0] - mx) + (p[1] - my) * (p[1] - my), 0) / points.length);

/** For each found point its wanted point, after removing free shift, scale and turn, and the distance between them. */
export function fitted(
	found: readonly Point[],
	wanted: readonly Point[],
	free: readonly Freedom[],
): { readonly wanted: Point; readonly off: number }[] {
	if (wanted.length === 0) return found.map((at) => ({ wanted: at, off: Number.POSITIVE_INFINITY }));
	const [from, to] = [middleOf(wanted), middleOf(found)];
	const moved = free.length > 0;
	const ratio = free.includes("scale") ? spreadOf(found, to) / (spreadOf(wanted, from) || 1) : 1;
	let best: { wanted: Point; off: number }[] = [];
	let least = Number.POSITIVE_INFINITY;
	for (const flip of free.includes("mirror") ? [1, -1] : [1]) {
		for (const angle of free.includes("turn")
			? anglesFor({ points: found, middle: to }, { points: wanted, middle: from }, flip)
			: [0]) {
			const [c, s] = [cosDeg(angle), sinDeg(angle)];
			const placed = wanted.map(([x, y]): Point => {
				const [dx, dy] = [(x - from[0]) * flip * ratio, (y - from[1]) * ratio];
				return moved ? [to[0] + dx * c - dy * s, to[1] + dx * s + dy * c] : [x, y];
			});
			const cost = found.map((at) => [
				...placed.map((p) => distance(at[0], at[1], p[0], p[1])),
				...found.map(() => 1e6),
			]);
			const pairs = leastCost(cost).map((column, i) => ({
				wanted: placed[column] ?? (placed[0] as Point),
				off: (cost[i] as number[])[column] as number,
			}));
			const sum = pairs.reduce((all, p) => all + Math.min(p.off, 1e6), 0);
			if (sum < least - 1e-9) [best, least] = [pairs, sum];
		}
	}
	return best;
}

/** Points and the middle of them. */
interface Cloud {
	readonly points: readonly Point[];
	readonly middle: Point;
}

/** Angles that lay some wanted point in the direction of the found one that is farthest out. */
function anglesFor(found: Cloud, wanted: Cloud, flip: number): number[] {
	const [to, from] = [found.middle, wanted.middle];
	const far = found.points.reduce((a, b) =>
		distance(b[0], b[1], to[0], to[1]) > distance(a[0], a[1], to[0], to[1]) ? b : a,
	);
	const aim = directionDeg(far[0] - to[0], far[1] - to[1]);
	return wanted.points.slice(0, 60).map(([x, y]) => aim - directionDeg((x - from[0]) * flip, y - from[1]));
}

/** Lines laid over points as far as shift and scale are free. */
export function laidOver(
	lines: readonly (readonly Point[])[],
	points: readonly Point[],
	free: readonly Freedom[],
): Point[][] {
	const box = (all: readonly Point[]) => {
		const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
		return {
			x: Math.min(...xs),
			y: Math.min(...ys),
			w: Math.max(...xs) - Math.min(...xs),
			h: Math.max(...ys) - Math.min(...ys),
		};
	};
	const [own, found] = [box(lines.flat()), box(points)];
	const ratios = [own.w > 0 ? found.w / own.w : undefined, own.h > 0 ? found.h / own.h : undefined].filter(
		(r) => r !== undefined,
	);
	const ratio = free.includes("scale") && ratios.length > 0 ? ratios.reduce((a, b) => a + b, 0) / ratios.length : 1;
	if (free.length === 0) return lines.map((line) => [...line]);
	const [dx, dy] = [
		found.x + found.w / 2 - ratio * (own.x + own.w / 2),
		found.y + found.h / 2 - ratio * (own.y + own.h / 2),
	];
	return lines.map((line) => line.map(([x, y]): Point => [x * ratio + dx, y * ratio + dy]));
}

/** How far a point is from the nearest of some lines. */
export function toLines([x, y]: Point, lines: readonly (readonly Point[])[]): number {
	let least = Number.POSITIVE_INFINITY;
	for (const line of lines) {
		for (let i = 1; i < line.length; i++) {
			const [a, b] = [line[i - 1] as Point, line[i] as Point];
			least = Math.min(least, distanceToSegment(x, y, a[0], a[1], b[0], b[1]));
		}
	}
	return least;
}

/** Points looked at along each piece of a line. */
const ALONG = 40;

/**
 * The part of some lines that dots cover: a point is covered if a dot's middle is no further off than the dot is
 * wide.
 */
export function coveredPart(lines: readonly (readonly Point[])[], dots: readonly Placed[]): number {
	let [covered, all] = [0, 0];
	for (const line of lines) {
		for (let i = 1; i < line.length; i++) {
			const [a, b] = [line[i - 1] as Point, line[i] as Point];
			const length = distance(a[0], a[1], b[0], b[1]);
			for (let k = 0; k <= ALONG; k++) {
				const [x, y] = [a[0] + ((b[0] - a[0]) * k) / ALONG, a[1] + ((b[1] - a[1]) * k) / ALONG];
				all += length;
				if (dots.some(({ at, figure }) => distance(at[0], at[1], x, y) <= Math.max(figure.width, figure.height)))
					covered += length;
			}
		}
	}
	return all === 0 ? 0 : covered / all;
}

/** The point that lies on all of some circles, nearly; undefined for fewer than three, or where there is none. */
export function commonPoint(circles: readonly Figure[], near: number): Point | undefined {
	if (circles.length < 3) return undefined;
	const first = circles[0] as Figure;
	const r = (f: Figure) => (f.width + f.height) / 4;
	// Differences of the circles' equations are straight lines through the point; least squares over all of them.
	let [aa, ab, bb, ac, bc] = [0, 0, 0, 0, 0];
	const square = (f: Figure) => f.centre[0] * f.centre[0] + f.centre[1] * f.centre[1] - r(f) * r(f);
	for (const f of circles.slice(1)) {
		const [a, b, c] = [
			2 * (f.centre[0] - first.centre[0]),
			2 * (f.centre[1] - first.centre[1]),
			square(f) - square(first),
		];
		aa += a * a;
		ab += a * b;
		bb += b * b;
		ac += a * c;
		bc += b * c;
	}
	const det = aa * bb - ab * ab;
	if (Math.abs(det) < 1e-9) return undefined;
	const p: Point = [(ac * bb - bc * ab) / det, (bc * aa - ac * ab) / det];
	return circles.every((f) => Math.abs(distance(f.centre[0], f.centre[1], p[0], p[1]) - r(f)) <= near) ? p : undefined;
}

/** Degrees after which a figure looks the same when it is turned; 0 for circles. */
export function symmetryOf({ kinds, sides, star }: Figure): number {
	if (kinds.includes("circle")) return 0;
	if (star) return 360 / star.points;
	if (kinds.includes("regular-polygon") || kinds.includes("equilateral-triangle")) return 360 / sides.length;
	return ["line", "rect", "ellipse", "rhombus", "parallelogram", "rounded-rect"].some((k) => kinds.includes(k as never))
		? 180
		: 360;
}

/** The direction of a figure's longer side, which turns with it; its rotation where it has none. */
export function axisOf({ kinds, rotation, width, height }: Figure): number {
	const oblong = kinds.includes("rect") || kinds.includes("ellipse") || kinds[0] === "rounded-rect";
	return oblong && !kinds.includes("square") && height > width ? rotation + 90 : rotation;
}

/** How far an angle is from another one, where turning by `symmetry` changes nothing. */
export function turnOff(found: number, wanted: number, symmetry: number): number {
	if (symmetry === 0) return 0;
	const rest = (((found - wanted) % symmetry) + symmetry) % symmetry;
	return Math.min(rest, symmetry - rest);
}
