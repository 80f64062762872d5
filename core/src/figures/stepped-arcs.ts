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

/** A straight piece of an outline. */
interface Piece {
	readonly x: number;
	readonly y: number;
	readonly length: number;
}

/** Sine and cosine of the turn from one piece to the next. */
function turnBetween(a: Piece, b: Piece): { readonly sine: number; readonly cosine: number } {
	const size = a.length * b.length || 1;
	return { sine: (a.x * b.y - a.y * b.x) / size, cosine: (a.x * b.x + a.y * b.y) / size };
}

const isStep = ({ sine, cosine }: ReturnType<typeof turnBetween>) =>
	cosine > 0 && Math.abs(sine) >= LEAST && Math.abs(sine) <= WIDEST;

/**
 * Finds arcs that were walked in small steps: pieces of one length, each turned as much from the one before.
 *
 * @param points of straight pieces, in order
 * @param up 1 where y grows upwards, else -1
 * @returns the pieces in runs, of which some are arcs; undefined where there is none, or where all is one
 */
export function steppedArcs(points: readonly Point[], closed: boolean, up: 1 | -1): PieceRun[] | undefined {
	const n = points.length;
	const count = closed ? n : n - 1;
	if (count < FEWEST + 1) return undefined;
	const pieces = Array.from({ length: count }, (_, i): Piece => {
		const [a, b] = [points[i] as Point, points[(i + 1) % n] as Point];
		return { x: b[0] - a[0], y: b[1] - a[1], length: distance(a[0], a[1], b[0], b[1]) };
	});
	const runs: PieceRun[] = [];
	let found = false;
	for (let i = 0; i < count; ) {
		const end = endOfRun(pieces, i);
		const steps = end - i;
		const turn = steps >= FEWEST ? turnBetween(pieces[i] as Piece, pieces[i + 1] as Piece) : undefined;
		const angle = turn ? directionDeg(turn.cosine, turn.sine) : 0;
		const bend = angle > 180 ? angle - 360 : angle;
		if (turn && steps === count) return undefined;
		if (turn && Math.abs(bend) * steps >= SHORTEST) {
			runs.push({ first: i, end, arc: arcOf(points[i] as Point, pieces[i] as Piece, { bend, steps, up }) });
			found = true;
		} else for (let k = i; k < end; k++) runs.push({ first: k, end: k + 1 });
		i = end;
	}
	return found ? runs : undefined;
}

/** The piece after the last that goes on round as the one at `from` begins to. */
function endOfRun(pieces: readonly Piece[], from: number): number {
	const [first, second] = [pieces[from] as Piece, pieces[from + 1]];
	if (!second || Math.abs(second.length - first.length) > EVEN.length * first.length) return from + 1;
	const turn = turnBetween(first, second);
	if (!isStep(turn)) return from + 1;
	let end = from + 2;
	for (; end < pieces.length; end++) {
		const [before, piece] = [pieces[end - 1] as Piece, pieces[end] as Piece];
		if (Math.abs(piece.length - first.length) > EVEN.length * first.length) break;
		const next = turnBetween(before, piece);
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
function isShared(pieces: readonly Piece[], from: number, end: number): boolean {
	const [last, next] = [pieces[end - 1] as Piece, pieces[end]];
	if (!next || end - from <= FEWEST || Math.abs(next.length - last.length) > EVEN.length * last.length) return false;
	const turn = turnBetween(pieces[from] as Piece, pieces[from + 1] as Piece);
	const back = turnBetween(last, next);
	if (!isStep(back) || Math.abs(back.sine + turn.sine) > EVEN.turn) return false;
	const angle = directionDeg(turn.cosine, Math.abs(turn.sine));
	const off = (steps: number) => Math.abs(steps * angle - Math.round((steps * angle) / PLAIN) * PLAIN);
	return off(end - 1 - from) < off(end - from) - 0.1;
}

/** The circle that steps go along, with where they begin and how far they go. */
function arcOf(
	[x, y]: Point,
	piece: Piece,
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
