import type { Lane, Whose } from "../queue/queue.ts";

/** A check that runs longer than this, in milliseconds, counts as slow. */
export const LONG_MILLISECONDS = 1_000;

/** With this many students with slow checks at once, the whole class goes into the slow lane. */
const SLOW_STUDENTS = 2;

interface Begun {
	readonly lane: Lane;
	readonly at: number;
	readonly whose: Whose | undefined;
}

/**
 * Concurrency of each lane, so that a quick check never waits for slow ones. There is one quick check per core. A quick
 * check that becomes slow moves to the slow lane, which has the same size; work on a whole class or exercise has its
 * own lane. At least one job of each lane runs; more start only while cores are idle.
 */
export class Lanes {
	private readonly cores: number;
	private readonly now: () => number;
	private readonly begun = new Map<string, Begun>();

	/** @param cores number of simultaneous quick checks @param now the time in milliseconds */
	constructor(cores: number, now: () => number = () => performance.now()) {
		this.cores = cores;
		this.now = now;
	}

	/**
	 * Threads needed with all lanes full: for quick checks and those that become slow, and for the rest. Two more for
	 * quick checks, because replacing a stopped thread takes seconds on a busy machine.
	 */
	static threadsFor(cores: number): { quick: number; behind: number } {
		return { quick: 2 * cores + 2, behind: cores + Lanes.mostLong(cores) };
	}

	private static mostLong(cores: number): number {
		return Math.max(1, cores - 1);
	}

	begin(job: string, lane: Lane, whose?: Whose): void {
		this.begun.set(job, { lane, at: this.now(), whose });
	}

	end(job: string): void {
		this.begun.delete(job);
	}

	get running(): number {
		return this.begun.size;
	}

	/**
	 * Whether a check should wait among the slow ones: its student has one that takes long right now, or several
	 * students of its class have.
	 */
	behind(whose: Whose | undefined): boolean {
		if (!whose) return false;
		const students = new Set<string>();
		for (const begun of this.begun.values())
			if (begun.whose?.class === whose.class && this.now() - begun.at >= LONG_MILLISECONDS)
				students.add(begun.whose.student);
		return students.has(whose.student) || students.size >= SLOW_STUDENTS;
	}

	/** The number of jobs of a lane that may start now. */
	free(lane: Lane): number {
		const count = { quick: 0, slow: 0, long: 0 };
		let late = 0;
		for (const { lane: of, at } of this.begun.values()) {
			count[of]++;
			if (of === "quick" && this.now() - at >= LONG_MILLISECONDS) late++;
		}
		// Quick checks that become slow count as slow while there are threads for the next quick ones.
		const moved = Math.min(late, this.cores);
		if (lane === "quick") return Math.max(0, this.cores - count.quick + moved);
		const [here, most] = lane === "slow" ? [count.slow + moved, this.cores] : [count.long, Lanes.mostLong(this.cores)];
		if (here === 0) return 1;
		return Math.max(0, Math.min(most - here, this.cores - this.begun.size));
	}
}
