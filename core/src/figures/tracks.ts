import { difference } from "../colour/difference.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance, type Point } from "../geometry/points.ts";
import { areasOf, coversAll, type Tape } from "../tape/tape.ts";
import type { FigureKind } from "./figure.ts";
import { type Part, PartFinder } from "./parts.ts";
import { CLASS_TOLERANCE, type Tolerance } from "./tolerance.ts";

/** A figure where one frame drew it. */
export interface Seat {
	readonly frame: number;
	readonly centre: Point;
	readonly width: number;
	readonly height: number;
	readonly rotation: number;
	readonly fill: number;
	readonly outline: number;
	/** Rows of the tape that drew it. */
	readonly entries: readonly number[];
}

/** One figure through the frames that drew it. */
export interface Track {
	readonly kind: FigureKind;
	readonly seats: readonly Seat[];
}

/** Frames after which a figure that is gone isn't waited for any more. */
const LONGEST_GAP = 60;
/** Figures of one frame that are matched by least total cost; more are taken one by one, nearest first. */
const MAX_MATCHED = 48;
/** A figure goes no further in a frame than this, or than it has gone before and half as much again. */
const REACH = 60;
/** What leaving a figure without a track costs, and the most a match may cost. */
const ALONE = 1;

interface Going {
	readonly kind: FigureKind;
	readonly seats: Seat[];
	/** How far it went in its last frame. */
	vx: number;
	vy: number;
	speed: number;
}

/** Says which figures of the frames are one that moves. Frames that draw nothing leave gaps; frame 0 counts. */
export function tracksOf(tape: Tape, tolerance: Tolerance = CLASS_TOLERANCE): Track[] {
	const tracks: Going[] = [];
	let open: Going[] = [];
	for (const { frame, parts } of partsByFrame(tape, tolerance)) {
		open = open.filter((t) => frame - (t.seats.at(-1) as Seat).frame <= LONGEST_GAP);
		const matched = match(parts, open, frame);
		parts.forEach((part, i) => {
			const seat = seatOf(part, frame);
			const track = matched[i];
			if (track) follow(track, seat);
			else {
				const fresh: Going = { kind: part.geometry.kinds[0] as FigureKind, seats: [seat], vx: 0, vy: 0, speed: 0 };
				tracks.push(fresh);
				open.push(fresh);
			}
		});
	}
	return tracks.map(({ kind, seats }) => ({ kind, seats }));
}

/** What each frame draws, after it last covered the sheet. */
function* partsByFrame(tape: Tape, tolerance: Tolerance): Generator<{ frame: number; parts: readonly Part[] }> {
	const areas = areasOf(tape);
	let first = 0;
	while (first < tape.length) {
		const frame = tape.frame[first] as number;
		let [last, from] = [first, first];
		for (; last < tape.length && tape.frame[last] === frame; last++) if (coversAll(tape.kind[last])) from = last + 1;
		const finder = new PartFinder(tape, tolerance, areas);
		finder.find(from, last);
		yield { frame, parts: finder.parts };
		first = last;
	}
}

function seatOf({ geometry, fill, outline, entries }: Part, frame: number): Seat {
	const { centre, width, height, rotation } = geometry;
	return { frame, centre, width, height, rotation, fill, outline, entries };
}

function follow(track: Going, seat: Seat): void {
	const before = track.seats.at(-1) as Seat;
	const frames = Math.max(1, seat.frame - before.frame);
	track.vx = (seat.centre[0] - before.centre[0]) / frames;
	track.vy = (seat.centre[1] - before.centre[1]) / frames;
	track.speed = distance(0, 0, track.vx, track.vy);
	track.seats.push(seat);
}

/** The track that each figure of a frame belongs to; undefined for a new one. */
function match(parts: readonly Part[], open: readonly Going[], frame: number): (Going | undefined)[] {
	if (parts.length === 0 || open.length === 0) return parts.map(() => undefined);
	const all = parts.map((part) => open.map((track) => costOf(part, track, frame)));
	// Tracks that no figure is near are left out, which leaves a small table.
	const near = open.map((_, j) => j).filter((j) => all.some((row) => (row[j] as number) < ALONE));
	const costs = all.map((row) => near.map((j) => row[j] as number));
	const tracks = near.map((j) => open[j] as Going);
	if (parts.length > MAX_MATCHED) return nearestFirst(costs, tracks);
	const best = costs.map(leastAt);
	if (new Set(best.filter((j) => j >= 0)).size === best.filter((j) => j >= 0).length)
		return best.map((j) => (j >= 0 ? tracks[j] : undefined));
	// A column of its own lets each figure stay alone.
	const square = costs.map((row, i) => [...row, ...parts.map((_, j) => (i === j ? ALONE : 2 * ALONE))]);
	return leastCost(square).map((column, i) =>
		((costs[i] as number[])[column] ?? ALONE) < ALONE ? tracks[column] : undefined,
	);
}

/** The column of the least cost under {@link ALONE}; -1 if there is none. */
function leastAt(row: readonly number[]): number {
	let [at, least] = [-1, ALONE];
	row.forEach((cost, j) => {
		if (cost < least) [at, least] = [j, cost];
	});
	return at;
}

function nearestFirst(costs: readonly (readonly number[])[], open: readonly Going[]): (Going | undefined)[] {
	const pairs: [cost: number, part: number, track: number][] = [];
	costs.forEach((row, i) => {
		row.forEach((cost, j) => {
			if (cost < ALONE) pairs.push([cost, i, j]);
		});
	});
	pairs.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
	const found: (Going | undefined)[] = costs.map(() => undefined);
	const taken = new Set<number>();
	for (const [, i, j] of pairs) {
		if (found[i] || taken.has(j)) continue;
		found[i] = open[j];
		taken.add(j);
	}
	return found;
}

/** How unlike a figure is to where a track would go on: under 1 if it may be the same. */
function costOf({ geometry, fill, outline }: Part, track: Going, frame: number): number {
	const last = track.seats.at(-1) as Seat;
	if (geometry.kinds[0] !== track.kind) return 2 * ALONE;
	const frames = frame - last.frame;
	const [x, y] = geometry.centre;
	const reach = Math.max(REACH, 1.5 * track.speed * frames, geometry.width, geometry.height);
	const [dx, dy] = [x - last.centre[0], y - last.centre[1]];
	const most = (ALONE / 0.6) * reach;
	if (Math.abs(dx) > most + Math.abs(track.vx) * frames || Math.abs(dy) > most + Math.abs(track.vy) * frames)
		return 2 * ALONE;
	const ratio = (a: number, b: number) => (Math.max(a, b) + 1) / (Math.min(a, b) + 1);
	const size = Math.max(ratio(geometry.width, last.width), ratio(geometry.height, last.height));
	if (size > 2) return 2 * ALONE;
	const ahead = distance(dx, dy, track.vx * frames, track.vy * frames);
	const inPlace = distance(dx, dy, 0, 0);
	// A hidden figure may have waited in place; a visible one keeps its velocity.
	const off = frames > 1 ? Math.min(ahead, inPlace) : Math.min(ahead, inPlace + 0.25 * reach);
	const placed = 0.6 * (off / reach) + 0.2 * (size - 1);
	return placed >= ALONE ? placed : placed + 0.2 * colourOff(fill, last.fill) + 0.2 * colourOff(outline, last.outline);
}

/** Differences that have been computed: a drawing has few colours. */
const OFFS = new Map<number, Map<number, number>>();
const MAX_OFFSETS = 500;

/** 0 for one colour, 1 for two that nobody would confuse, or where only one is painted. */
function colourOff(a: number, b: number): number {
	if (a === b) return 0;
	if (a === -1 || b === -1) return 1;
	let row = OFFS.get(a);
	if (!row) {
		if (OFFS.size >= MAX_OFFSETS) OFFS.clear();
		row = new Map();
		OFFS.set(a, row);
	}
	const known = row.get(b);
	if (known !== undefined) return known;
	const off = Math.min(1, difference(a, b) / 20);
	if (row.size < MAX_OFFSETS) row.set(b, off);
	return off;
}
