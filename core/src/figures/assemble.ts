import { type Arc, reversedArc } from "../geometry/arc.ts";
import { distance, type Point, signedArea } from "../geometry/points.ts";
import type { Outline } from "./outline.ts";

interface End {
	readonly outline: number;
	readonly tail: boolean;
	readonly at: Point;
}

/** Ends of open outlines by the places where they meet. */
function meetings(outlines: readonly Outline[], join: number): Map<string, End[]> {
	const cells = new Map<string, End[]>();
	const size = Math.max(join, 1e-6) * 2;
	const found = new Map<string, End[]>();
	outlines.forEach((outline, i) => {
		for (const tail of [false, true]) {
			const at = outline.points[tail ? outline.points.length - 1 : 0] as Point;
			const [cx, cy] = [Math.floor(at[0] / size), Math.floor(at[1] / size)];
			let group: End[] | undefined;
			for (let dx = -1; dx <= 1 && !group; dx++) {
				for (let dy = -1; dy <= 1 && !group; dy++) {
					const near = cells.get(`${cx + dx} ${cy + dy}`);
					const first = near?.find((e) => distance(e.at[0], e.at[1], at[0], at[1]) <= join);
					if (first) group = found.get(`${first.at[0]} ${first.at[1]}`);
				}
			}
			const end: End = { outline: i, tail, at };
			if (group) {
				group.push(end);
				continue;
			}
			found.set(`${at[0]} ${at[1]}`, [end]);
			const cell = cells.get(`${cx} ${cy}`);
			if (cell) cell.push(end);
			else cells.set(`${cx} ${cy}`, [end]);
		}
	});
	return found;
}

/**
 * Joins open outlines whose ends meet in pairs and form a closed chain. Points with three or more ends are left alone.
 * Pieces must be drawn in one ink and width, which `paintOf` tells.
 *
 * @param join how far apart ends may be
 */
export function assemble(outlines: readonly Outline[], paintOf: (outline: Outline) => string, join: number): Outline[] {
	const open = outlines.filter((o) => !o.closed && !o.stray);
	if (open.length < 2) return [...outlines];
	const partner = new Map<string, End>();
	for (const ends of meetings(open, join).values()) {
		const [a, b] = ends;
		if (ends.length !== 2 || !a || !b || a.outline === b.outline) continue;
		if (paintOf(open[a.outline] as Outline) !== paintOf(open[b.outline] as Outline)) continue;
		partner.set(`${a.outline} ${a.tail}`, b);
		partner.set(`${b.outline} ${b.tail}`, a);
	}
	const used = new Set<number>();
	const made: Outline[] = [];
	for (let i = 0; i < open.length; i++) {
		if (used.has(i)) continue;
		const chain = follow(i, partner);
		if (!chain) continue;
		const outline = joined(chain, open);
		if (!outline) continue;
		for (const { outline: n } of chain) used.add(n);
		made.push(outline);
	}
	const taken = new Set([...used].map((n) => open[n] as Outline));
	return [...outlines.filter((o) => !taken.has(o)), ...made];
}

/** The closed chain of an outline, with the direction of each piece. */
function follow(start: number, partner: ReadonlyMap<string, End>): { outline: number; forward: boolean }[] | undefined {
	const chain: { outline: number; forward: boolean }[] = [];
	let at = start;
	let forward = true;
	do {
		chain.push({ outline: at, forward });
		const next = partner.get(`${at} ${forward}`);
		if (!next || chain.length > partner.size) return undefined;
		at = next.outline;
		forward = !next.tail;
	} while (at !== start);
	return forward && chain.length >= 2 ? chain : undefined;
}

function joined(
	chain: readonly { outline: number; forward: boolean }[],
	open: readonly Outline[],
): Outline | undefined {
	const points: Point[] = [];
	const arcs: (Arc | undefined)[] = [];
	const entries = new Set<number>();
	let gap = 0;
	let last: Point | undefined;
	for (const { outline: n, forward } of chain) {
		const { points: own, entries: rows, arcs: bends = own.slice(1).map(() => undefined) } = open[n] as Outline;
		arcs.push(...(forward ? bends : [...bends].reverse().map((arc) => arc && reversedArc(arc))));
		const piece = forward ? own : [...own].reverse();
		const first = piece[0] as Point;
		if (last) gap = Math.max(gap, distance(last[0], last[1], first[0], first[1]));
		points.push(...piece.slice(0, -1));
		last = piece.at(-1);
		for (const row of rows) entries.add(row);
	}
	const bent = arcs.some((arc) => arc !== undefined);
	if (!bent && (points.length < 3 || Math.abs(signedArea(points)) < 1e-6)) return undefined;
	return {
		points,
		entries: [...entries].sort((a, b) => a - b),
		closed: true,
		gap,
		overdrawn: 0,
		...(bent && { arcs }),
	};
}
