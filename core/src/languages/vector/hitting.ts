import { type DownArc, mapped, rotation, scaling, times } from "../../geometry/matrix.ts";
import type { VectorPath } from "./vector-path.ts";

/** Straight pieces that stand for one bent one, for questions about a point. */
const STEPS = 24;

/** Whether a point lies in a path, or on its line of half a width. */
export function isInside(path: VectorPath, x: number, y: number, evenOdd: boolean, half: number | undefined): boolean {
	let winding = 0;
	let near = false;
	const edge = (ax: number, ay: number, bx: number, by: number) => {
		if (half !== undefined) {
			const [dx, dy] = [bx - ax, by - ay];
			const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
			const [ox, oy] = [ax + t * dx - x, ay + t * dy - y];
			near ||= ox * ox + oy * oy <= half * half;
		}
		if (ay <= y !== by <= y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) winding += by > ay ? 1 : -1;
	};
	for (const { start, pieces, closed } of path.subPaths) {
		let [px, py] = start;
		const line = (to: readonly [number, number]) => {
			edge(px, py, to[0], to[1]);
			[px, py] = to;
		};
		for (const { to, controls, arc } of pieces) {
			const from: readonly [number, number] = [px, py];
			for (let k = 1; k < STEPS && (controls || arc); k++) line(pointAlong(from, { to, controls, arc }, k / STEPS));
			line(to as [number, number]);
		}
		if (closed || half === undefined) line(start as [number, number]);
	}
	return half !== undefined ? near : evenOdd ? winding % 2 !== 0 : winding !== 0;
}

function pointAlong(
	from: readonly [number, number],
	{
		to,
		controls,
		arc,
	}: { to: readonly number[]; controls?: readonly (readonly number[])[] | undefined; arc?: DownArc | undefined },
	t: number,
): [number, number] {
	if (arc) {
		const turn = times(rotation(arc.turned), scaling(arc.rx, arc.ry));
		const on = rotation(arc.start + arc.sweep * t);
		const [u, w] = mapped(turn, on.a, on.b);
		return [arc.x + u, arc.y + w];
	}
	let row: (readonly number[])[] = [from, ...(controls ?? []), to];
	while (row.length > 1)
		row = row
			.slice(1)
			.map((q, i) => [0, 1].map((k) => ((row[i] as number[])[k] as number) * (1 - t) + (q[k] as number) * t));
	return row[0] as [number, number];
}
