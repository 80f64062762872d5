import { decimal } from "../../geometry/decimal.ts";
import type { Limits, Stop } from "../../limits/limits.ts";
import type { Sheet } from "../../tape/layout.ts";
import { chance } from "./chance.ts";
import { Halt } from "./halt.ts";
import { RunRemarks } from "./run-remarks.ts";

const BLOCK = 16_384;
/** Characters, items or corners that an operation visits in one step. */
const CELLS_A_STEP = 32;
/** Beyond this a place is of no use, and sums of places would lose their fractions. */
const FARTHEST = 1e12;

/** Whether a coordinate is too far away, or no number at all. */
export const isFar = (value: number) => !(value < FARTHEST && value > -FARTHEST);

/** How one run is set up. */
export interface Setup {
	readonly sheet: Sheet;
	/** Whether the sheet is the exercise's, which a program's own `sheet` doesn't change. */
	readonly imposed: boolean;
	/** The exercise's paper, which lies there before the program begins. */
	readonly paper: number | undefined;
	readonly seed: number;
	/** Frames of an `each frame` block. */
	readonly frames: number;
	readonly limits: Limits;
	readonly stop: Stop;
	/** Steps between two questions to the stop. */
	readonly every: number;
	/** Last line of the source. */
	readonly lines: number;
}

/** What a run counts and holds to its limits, apart from what it draws. */
export class RunState {
	steps = 0;
	/** The step after which generated code calls {@link pause}. */
	next: number;
	/** A value in the message of a failed check in generated code. */
	bad: unknown = undefined;
	readonly limits: Limits;
	readonly remarks: RunRemarks;
	protected readonly setup: Setup;
	private readonly chance: () => number;
	private cells = 0;

	constructor(setup: Setup) {
		this.setup = setup;
		this.limits = setup.limits;
		this.chance = chance(setup.seed);
		this.remarks = new RunRemarks(setup.lines);
		this.next = Math.min(setup.limits.steps, setup.every);
	}

	fail(line: number, code: string, data: Readonly<Record<string, string | number>> = {}): never {
		throw new Halt(code, line, data);
	}

	/** Called when a step passes {@link next}: asks whether to stop, and ends the run at its limit. */
	pause(line: number): void {
		if (this.steps > this.limits.steps) {
			this.steps = this.limits.steps;
			this.fail(line, "limit-steps", { most: this.limits.steps });
		}
		const { stop, every } = this.setup;
		if (stop()) this.fail(line, "limit-time");
		this.next = Math.min(this.limits.steps, (Math.floor(this.steps / every) + 1) * every);
	}

	/** Counts the passes of a loop's next block at once, and says how many it may have. */
	block(left: number, line: number): number {
		const room = this.limits.steps - this.steps;
		if (room <= 0) this.fail(line, "limit-steps", { most: this.limits.steps });
		const passes = Math.min(left, BLOCK, this.setup.every, room);
		this.steps += passes;
		if (this.steps > this.next) this.pause(line);
		return passes;
	}

	/** A number within 1e-9 of a whole one as that; else the run ends. */
	whole(line: number, owner: string, value: number): number {
		const near = Math.round(value);
		if (Math.abs(value - near) > 1e-9) this.fail(line, "not-whole", { owner, value: decimal(value) });
		return near;
	}

	/** How many passes `repeat` makes. */
	count(line: number, value: number): number {
		const n = this.whole(line, "repeat", value);
		if (n < 0) this.fail(line, "count-negative", { value: n });
		this.remarks.loop(line, n);
		return n;
	}

	/** How many passes `for` makes (rule 19 of docs/language.md). `by` is undefined if the program gives none. */
	passes(line: number, from: number, to: number, by: number | undefined): number {
		if (by === 0) this.fail(line, "by-zero");
		const n = Math.floor((to - from) / (by ?? 1) + 1e-9) + 1;
		if (n < 1 && by === undefined) this.remarks.downward(line, decimal(from), decimal(to));
		else this.remarks.loop(line, n);
		return n < 1 ? 0 : n;
	}

	notNegative(line: number, phrase: string, value: number, what: string): void {
		if (value < 0) this.fail(line, "size-negative", { phrase, value: decimal(value), what });
	}

	/**
	 * Counts the steps of an operation that visits many characters, items or corners: one for every 32, so that
	 * what is short costs no more than the step it is in.
	 */
	work(line: number, cells: number): void {
		if (cells >= CELLS_A_STEP) this.takeSteps(line, Math.floor(cells / CELLS_A_STEP));
	}

	/** Takes several steps at once. */
	takeSteps(line: number, steps: number): void {
		this.steps += steps;
		if (this.steps > this.next) this.pause(line);
	}

	/** Counts characters, items or corners that the run makes. */
	spend(line: number, cells: number): void {
		this.cells += cells;
		if (this.cells > this.limits.cells) this.fail(line, "limit-cells", { most: this.limits.cells });
	}

	/** A random number: below 1, or between two ends, whole when both are. */
	random(lo?: number, hi?: number): number {
		const r = this.chance();
		if (lo === undefined || hi === undefined) return r;
		if (Number.isInteger(lo) && Number.isInteger(hi)) return Math.min(lo, hi) + Math.floor(r * (Math.abs(hi - lo) + 1));
		return lo + r * (hi - lo);
	}
}
