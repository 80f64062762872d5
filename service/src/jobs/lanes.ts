import type { Lane, Whose } from "../queue/queue.ts";

/** A check that still runs after this is one that takes long. */
export const LONG_MILLISECONDS = 1_000;

/** So many students of a class with slow checks at once are a class that takes turns with slow ones. */
const SLOW_STUDENTS = 2;

interface Begun {
	readonly lane: Lane;
	readonly at: number;
	readonly whose: Whose | undefined;
}

/**
 * How many jobs of each lane may run at once, so that a quick check never waits for long ones.
 *
 * As many quick checks run as there are cores. One that turns out to take long gives its place back, and counts among
 * the slow ones, of which as many may run beside them; work on a whole class or exercise has places of its own. One of
 * each always runs; more start only while cores are idle.
 */
export class Lanes {
	private readonly cores: number;
	private readonly now: () => number;
	private readonly begun = new Map<string, Begun>();

	/**
	 * @param cores quick checks at once
	 * @param now the time in milliseconds
	 */
	constructor(cores: number, now: () => number = () => performance.now()) {
		this.cores = cores;
		this.now = now;
	}

	/**
	 * Threads that are needed when all lanes are full: for quick checks and those of them that turn out to take long,
	 * and for all else. Of the quick ones two more, since a thread that was ended takes seconds to be replaced on a busy
	 * machine.
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

	/** How many more jobs of a lane may begin now. */
	free(lane: Lane): number {
		const count = { quick: 0, slow: 0, long: 0 };
		let late = 0;
		for (const { lane: of, at } of this.begun.values()) {
			count[of]++;
			if (of === "quick" && this.now() - at >= LONG_MILLISECONDS) late++;
		}
		// Quick checks that take long count among the slow ones, as far as there are threads for the next quick ones.
		const moved = Math.min(late, this.cores);
		if (lane === "quick") return Math.max(0, this.cores - count.quick + moved);
		const [here, most] = lane === "slow" ? [count.slow + moved, this.cores] : [count.long, Lanes.mostLong(this.cores)];
		if (here === 0) return 1;
		return Math.max(0, Math.min(most - here, this.cores - this.begun.size));
	}
}
