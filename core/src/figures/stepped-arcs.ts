import type { Arc } from "../geometry/arc.ts";
import { distance, type Point } from "../geometry/points.ts";
import { cosDeg, directionDeg, sinDeg } from "../geometry/trig.ts";

/** Steps of one arc: fewer are the corners of something. */
const FEWEST = 4;
/** Degrees that an arc in steps goes round by at least. */
const SHORTEST = 20;
/** Sine of the largest turn between two steps: 18°, and what rounding adds. */
const WIDEST = sinDeg(18.5);
/** Sine of the smallest turn: below it a line runs straight on. */
const LEAST = sinDeg(0.25);
/** Relative difference of the lengths of steps, and difference of the sines of their turns. */
const EVEN = { length: 0.01, turn: 0.004 } as const;

/** Pieces from the first up to, not including, the end: straight ones as they were, or the steps of one arc. */
export interface PieceRun {
	readonly first: number;
	readonly end: number;
	readonly arc?: Arc;
}

/** The straight pieces of an outline, column by column. */
interface Pieces {
	readonly x: Float64Array;
	readonly y: Float64Array;
	readonly length: Float64Array;
}

/** Sine and cosine of the turn from a piece to the next one. */
function turnAfter({ x, y, length }: Pieces, i: number): { readonly sine: number; readonly cosine: number } {
	const [ax, ay, bx, by] = [x[i], y[i], x[i + 1], y[i + 1]] as [number, number, number, number];
	const size = (length[i] as number) * (length[i + 1] as number) || 1;
	return { sine: (ax * by - ay * bx) / size, cosine: (ax * bx + ay * by) / size };
}

/** Whether two pieces are as long. */
function areEven({ length }: Pieces, i: number, k: number): boolean {
	const [a, b] = [length[i] as number, length[k] as number];
	return Math.abs(a - b) <= EVEN.length * a;
}

const isStep = ({ sine, cosine }: ReturnType<typeof turnAfter>) =>
	cosine > 0 && Math.abs(sine) >= LEAST && Math.abs(sine) <= WIDEST;

function piecesOf(points: readonly Point[], count: number): Pieces {
	const [x, y, length] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
	for (let i = 0; i < count; i++) {
		const [a, b] = [points[i] as Point, points[(i + 1) % points.length] as Point];
		x[i] = b[0] - a[0];
		y[i] = b[1] - a[1];
		length[i] = distance(a[0], a[1], b[0], b[1]);
	}
	return { x, y, length };
}

/**
 * Finds arcs that were walked in small steps: pieces of one length, each turned as much from the one before.
 *
 * @param points of straight pieces, in order
 * @param up 1 where y grows upwards, else -1
 * @returns the pieces in runs, of which some are arcs; undefined if there is none, or where all is one
 */
export function steppedArcs(points: readonly Point[], closed: boolean, up: 1 | -1): PieceRun[] | undefined {
	const n = points.length;
	const count = closed ? n : n - 1;
	if (count < FEWEST + 1) return undefined;
	const pieces = piecesOf(points, count);
	if (!hasRun(pieces, count)) return undefined;
	const runs: PieceRun[] = [];
	let found = false;
	for (let i = 0; i < count; ) {
		const end = endOfRun(pieces, i);
		const steps = end - i;
		const turn = steps >= FEWEST ? turnAfter(pieces, i) : undefined;
		const angle = turn ? directionDeg(turn.cosine, turn.sine) : 0;
		const bend = angle > 180 ? angle - 360 : angle;
		if (turn && steps === count) return undefined;
		if (turn && Math.abs(bend) * steps >= SHORTEST) {
			const [x, y, length] = [pieces.x[i], pieces.y[i], pieces.length[i]] as [number, number, number];
			runs.push({ first: i, end, arc: arcOf(points[i] as Point, { x, y, length }, { bend, steps, up }) });
			found = true;
		} else for (let k = i; k < end; k++) runs.push({ first: k, end: k + 1 });
		i = end;
	}
	return found ? runs : undefined;
}

/** Whether as many pieces as an arc has at least are even somewhere: most outlines have none, and cost no more. */
function hasRun(pieces: Pieces, count: number): boolean {
	for (let i = 0, even = 1; i + 1 < count; i++) {
		even = areEven(pieces, i, i + 1) ? even + 1 : 1;
		if (even >= FEWEST) return true;
	}
	return false;
}

/** The piece after the last that goes on round as the one at `from` begins to. */
function endOfRun(pieces: Pieces, from: number): number {
	const count = pieces.length.length;
	if (from + 1 >= count || !areEven(pieces, from, from + 1)) return from + 1;
	const turn = turnAfter(pieces, from);
	if (!isStep(turn)) return from + 1;
	let end = from + 2;
	for (; end < count && areEven(pieces, from, end); end++) {
		const next = turnAfter(pieces, end - 1);
		if (!(next.cosine > 0) || Math.abs(next.sine - turn.sine) > EVEN.turn) break;
	}
	return isShared(pieces, from, end) ? end - 1 : end;
}

/** Degrees of which an arc that someone walks is a multiple, most often. */
const PLAIN = 45;

/**
 * Whether the last step of a run belongs to the next one, which bends the other way: where two arcs meet so, that step
 * goes along both, and the one is given it whose sweep is plainer.
 */
function isShared(pieces: Pieces, from: number, end: number): boolean {
	if (end >= pieces.length.length || end - from <= FEWEST || !areEven(pieces, end - 1, end)) return false;
	const [turn, back] = [turnAfter(pieces, from), turnAfter(pieces, end - 1)];
	if (!isStep(back) || Math.abs(back.sine + turn.sine) > EVEN.turn) return false;
	const angle = directionDeg(turn.cosine, Math.abs(turn.sine));
	const off = (steps: number) => Math.abs(steps * angle - Math.round((steps * angle) / PLAIN) * PLAIN);
	return off(end - 1 - from) < off(end - from) - 0.1;
}

/** The circle that steps go along, with where they begin and how far they go. */
function arcOf(
	[x, y]: Point,
	piece: { readonly x: number; readonly y: number; readonly length: number },
	{ bend, steps, up }: { readonly bend: number; readonly steps: number; readonly up: 1 | -1 },
): Arc {
	const half = Math.abs(bend) / 2;
	const radius = piece.length / (2 * sinDeg(half));
	// The middle lies to the side to which the steps turn, as far from both ends of a step.
	const toMiddle = directionDeg(piece.x, piece.y) + Math.sign(bend) * (90 - half);
	const [dx, dy] = [radius * cosDeg(toMiddle), radius * sinDeg(toMiddle)];
	return {
		x: x + dx,
		y: y + dy,
		rx: radius,
		ry: radius,
		turned: 0,
		start: up * directionDeg(-dx, -dy),
		sweep: up * bend * steps,
	};
}

/** Points and arcs of an outline whose stepped arcs are one piece each. */
export function withArcs(
	points: readonly Point[],
	runs: readonly PieceRun[],
	closed: boolean,
): { readonly points: readonly Point[]; readonly arcs: readonly (Arc | undefined)[] } {
	const kept = runs.map((run) => points[run.first] as Point);
	if (!closed) kept.push(points.at(-1) as Point);
	return { points: kept, arcs: runs.map((run) => run.arc) };
}
