import type { Figure } from "../figures/figure.ts";
import type { Seat, Track } from "../figures/tracks.ts";
import { distance, type Point } from "../geometry/points.ts";
import { sheetBounds } from "../tape/layout.ts";
import type { ProgramRun, Scene } from "./scene.ts";
import { figuresOf } from "./subjects.ts";

/** A step from one frame to the next. */
export interface MotionStep {
	readonly dx: number;
	readonly dy: number;
	readonly frame: number;
	/** Whether it goes the other way than the step before or after it. */
	readonly turning: boolean;
}

/** An edge that a figure can come to: of the sheet, a line, or a figure's. */
export type MotionEdge = string | { readonly x: number } | { readonly y: number };

/** One figure through the frames. */
export class Motion {
	private readonly seats: readonly Seat[];
	/** Its number in the drawing at the end; undefined if it is gone by then. */
	readonly figure: number | undefined;
	readonly lines: readonly number[];

	private constructor(seats: readonly Seat[], figure: number | undefined, lines: readonly number[]) {
		this.seats = seats;
		this.figure = figure;
		this.lines = lines;
	}

	/** The motion of a figure: the track that its rows of the tape belong to. */
	static of(figure: Figure, { tracks }: ProgramRun): Motion {
		const rows = new Set(figure.entries);
		const own = tracks.find((t) => t.seats.some((s) => s.entries.some((e) => rows.has(e)))) as Track | undefined;
		// What was drawn before the frames began is where it starts, not a frame of its own.
		const seats = own?.seats.filter((s) => s.frame > 0) ?? [];
		return new Motion(seats, figure.index, figure.lines);
	}

	/** Where the first frame drew it. */
	get first(): Seat | undefined {
		return this.seats[0];
	}

	steps(): MotionStep[] {
		const { seats } = this;
		const plain = seats.slice(1).map((seat, i) => {
			const before = seats[i] as Seat;
			const frames = Math.max(1, seat.frame - before.frame);
			return {
				dx: (seat.centre[0] - before.centre[0]) / frames,
				dy: (seat.centre[1] - before.centre[1]) / frames,
				frame: seat.frame,
			};
		});
		const against = (a: { dx: number; dy: number } | undefined, b: { dx: number; dy: number } | undefined) =>
			a !== undefined && b !== undefined && a.dx * b.dx + a.dy * b.dy < 0;
		return plain.map((step, i) => ({
			...step,
			turning: against(plain[i - 1], step) || against(step, plain[i + 1]) || against(plain[i - 1], plain[i + 1]),
		}));
	}

	/** The middle one of the steps by length. */
	usualStep(): number {
		const sizes = this.steps()
			.map(({ dx, dy }) => distance(0, 0, dx, dy))
			.sort((a, b) => a - b);
		return sizes[Math.floor(sizes.length / 2)] ?? 0;
	}

	/** How far it is ever from where it was first. */
	farthest(): number {
		const [first] = this.seats;
		return first
			? Math.max(...this.seats.map((s) => distance(s.centre[0], s.centre[1], first.centre[0], first.centre[1])))
			: 0;
	}

	/** The diagonal of the box in which its middle stays. */
	span(): number {
		const across = (axis: 0 | 1) => {
			const all = this.seats.map((s) => s.centre[axis]);
			return all.length === 0 ? 0 : Math.max(...all) - Math.min(...all);
		};
		return distance(0, 0, across(0), across(1));
	}

	/** The seats from which it goes back where it came from. */
	turns(): Seat[] {
		const { seats } = this;
		const turned: Seat[] = [];
		let way: Point = [0, 0];
		for (let i = 1; i < seats.length; i++) {
			const [a, b] = [seats[i - 1] as Seat, seats[i] as Seat];
			const step: Point = [b.centre[0] - a.centre[0], b.centre[1] - a.centre[1]];
			if (Math.abs(step[0]) + Math.abs(step[1]) < 1e-9) continue;
			if (way[0] * step[0] + way[1] * step[1] < 0) turned.push(a);
			way = step;
		}
		return turned;
	}

	/** How far a seat's rim, or centre, is from an edge. */
	offEdge(seat: Seat, edge: MotionEdge, by: "rim" | "centre", scene: Scene): number {
		const [hw, hh] = by === "rim" ? [seat.width / 2, seat.height / 2] : [0, 0];
		const [x, y] = seat.centre;
		const across = (line: number) => Math.min(Math.abs(x - hw - line), Math.abs(x + hw - line));
		const down = (line: number) => Math.min(Math.abs(y - hh - line), Math.abs(y + hh - line));
		if (typeof edge === "object") return "x" in edge ? across(edge.x) : down(edge.y);
		const { left, right, low, high } = sheetBounds(scene.sheet);
		const [top, bottom] = scene.up > 0 ? [high, low] : [low, high];
		switch (edge) {
			case "left edge":
				return Math.abs(x - hw - left);
			case "right edge":
				return Math.abs(x + hw - right);
			case "top edge":
				return Math.abs(y - scene.up * -hh - top);
			case "bottom edge":
				return Math.abs(y + scene.up * -hh - bottom);
			default:
				return Math.min(
					...figuresOf(scene, edge).flatMap(({ bounds }) => [across(bounds.left), across(bounds.right)]),
					Number.POSITIVE_INFINITY,
				);
		}
	}

	/** How near it comes to an edge in any frame. */
	nearestToEdge(edge: MotionEdge, by: "rim" | "centre", scene: Scene): number {
		return Math.min(...this.seats.map((seat) => this.offEdge(seat, edge, by, scene)), Number.POSITIVE_INFINITY);
	}

	/** How near its middle comes to a point. */
	nearestTo([x, y]: Point): number {
		return Math.min(...this.seats.map((s) => distance(s.centre[0], s.centre[1], x, y)), Number.POSITIVE_INFINITY);
	}

	/** Pictures of it that earlier frames left on the sheet. */
	left({ drawing, tape }: Scene): number {
		const owner = new Map<number, Seat>();
		for (const seat of this.seats) for (const entry of seat.entries) owner.set(entry, seat);
		const last = tape.length === 0 ? 0 : (tape.frame[tape.length - 1] as number);
		return drawing.figures.filter((f) => f.frame < last && f.entries.some((e) => owner.has(e)) && f.visible > 0.02)
			.length;
	}

	/** Whether it stands still in the last tenth of its frames, five at least, after it has moved. */
	rests(): boolean {
		const steps = this.steps();
		const end = steps.slice(-Math.max(5, Math.floor(steps.length / 10)));
		const still = (s: MotionStep) => distance(0, 0, s.dx, s.dy) < 0.05;
		return steps.length > 5 && end.every(still) && steps.some((s) => !still(s));
	}
}
