import type { Figure } from "../figures/figure.ts";
import { ENTRY } from "../tape/layout.ts";
import { type PenState, PenTrack } from "../tape/pen-track.ts";
import { callsOf, coordinate, type Tape } from "../tape/tape.ts";
import type { Scene } from "./scene.ts";

/** A stretch of a run that is looked at as one piece: the whole of it, a figure, or a call. */
export interface TapeRange {
	/** Rows from the first up to, not including, the end. */
	readonly first: number;
	readonly end: number;
	readonly before: PenState;
	readonly after: PenState;
	/** Facings that it may be said to begin with, 0 up to 360: that before its first turn, and that of its first ink. */
	readonly facings: readonly number[];
	readonly figures: readonly Figure[];
	/** Turns written in it, in order. */
	readonly turns: readonly number[];
}

const INK: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve]);
/** Rows in which the pen goes somewhere, or something is placed. */
const GOES: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve, ENTRY.travel, ENTRY.curvedTravel]);
/** Rows after a figure's last that still belong to it: it turns, and a call or area ends. */
const TRAILING: ReadonlySet<number | undefined> = new Set([ENTRY.turn, ENTRY.callEnd, ENTRY.areaEnd]);

/** The stretches of a run that walk something. */
export class TapeRanges {
	private readonly scene: Scene;
	private readonly tape: Tape;
	private readonly pen: PenTrack;

	constructor(scene: Scene) {
		this.scene = scene;
		this.tape = scene.tape;
		this.pen = new PenTrack(scene.tape);
	}

	private span(first: number, end: number, figures: readonly Figure[]): TapeRange {
		const turns: number[] = [];
		for (let i = first; i < end; i++) if (this.tape.kind[i] === ENTRY.turn) turns.push(coordinate(this.tape, i, 0));
		const before = this.pen.state(first);
		return { first, end, before, after: this.pen.state(end), facings: [before.facing], figures, turns };
	}

	/** The facing before the turns that lead up to a row, back to what was drawn or where the pen went before it. */
	private facingBefore(row: number): number {
		let turn = row;
		for (let i = row - 1; i >= 0 && !GOES.has(this.tape.kind[i]); i--)
			if (this.tape.kind[i] === ENTRY.turn) turn = i;
			else if (this.tape.kind[i] === ENTRY.face) break;
		return this.pen.facing(turn);
	}

	/** From the first ink to the end; none if nothing was walked. */
	run(): TapeRange[] {
		const first = this.tape.kind.findIndex((kind) => INK.has(kind));
		if (first < 0) return [];
		const turn = this.tape.kind.indexOf(ENTRY.turn);
		const facings = [this.pen.facing(turn < 0 ? first : Math.min(turn, first))];
		return [{ ...this.span(first, this.tape.length, this.scene.drawing.figures), facings }];
	}

	/** One for each figure that was walked, with the turns right after it. */
	figures(figures: readonly Figure[]): TapeRange[] {
		return figures.map((figure) => {
			const first = figure.entries[0] as number;
			let end = (figure.entries.at(-1) as number) + 1;
			while (end < this.tape.length && TRAILING.has(this.tape.kind[end])) end++;
			const span = this.span(first, end, [figure]);
			// A pen that is lifted before anything else happens was lifted at its end.
			let lifted = end;
			while (
				lifted < this.tape.length &&
				(this.tape.kind[lifted] === ENTRY.pen || TRAILING.has(this.tape.kind[lifted]))
			)
				lifted++;
			return {
				...span,
				after: { ...span.after, down: this.pen.state(lifted).down },
				facings: [span.before.facing, this.facingBefore(first)],
			};
		});
	}

	/**
	 * One for each call of a routine; where the program has none of that name, for each call that drew a figure of that
	 * name.
	 */
	calls(routine: string): TapeRange[] {
		const { tape, scene } = this;
		const { program } = scene.programRun;
		const begins = new Set<number>();
		if (program.routines.has(routine) || routine === "any") {
			for (let i = 0; i < tape.length; i++)
				if (
					tape.kind[i] === ENTRY.callBegin &&
					(routine === "any" || tape.routines[coordinate(tape, i, 0)] === routine)
				)
					begins.add(i);
		} else {
			for (const figure of scene.matches.get(routine)?.slots ?? []) {
				const [call] = figure ? callsOf(tape, figure.entries[0] as number) : [];
				if (call) begins.add(call.row);
			}
		}
		return [...begins].sort((a, b) => a - b).map((begin) => this.call(begin));
	}

	private call(begin: number): TapeRange {
		const { tape } = this;
		let [end, depth] = [begin + 1, 1];
		for (; end < tape.length && depth > 0; end++) {
			if (tape.kind[end] === ENTRY.callBegin) depth++;
			else if (tape.kind[end] === ENTRY.callEnd) depth--;
		}
		const inside = this.scene.drawing.figures.filter(
			(f) => (f.entries[0] as number) >= begin && (f.entries[0] as number) < end,
		);
		return this.span(begin, end, inside);
	}
}

/** Routines that were called so often that something came of it. */
export function callsMade(tape: Tape): Map<string, number> {
	const made = new Map<string, number>();
	for (let i = 0; i < tape.length; i++) {
		if (tape.kind[i] !== ENTRY.callBegin) continue;
		const name = tape.routines[coordinate(tape, i, 0)] as string;
		made.set(name, (made.get(name) ?? 0) + 1);
	}
	return made;
}
