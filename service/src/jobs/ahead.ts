/** How much work is fetched ahead, in milliseconds of all cores: fetching takes a fraction of that. */
const AHEAD_MILLISECONDS = 100;
const MAX_AHEAD = 32;
/** The weight of the newest check in the average. */
const WEIGHT = 0.2;

/**
 * How many checks are fetched before a thread is free for them. Quick checks are fetched in batches, so that threads
 * don't wait for the database; slow ones aren't, so that another worker can have them.
 */
export class Ahead {
	private readonly cores: number;
	private average: number | undefined;

	constructor(cores: number) {
		this.cores = cores;
	}

	/** Notes how long a check took, in milliseconds. */
	note(milliseconds: number): void {
		this.average = this.average === undefined ? milliseconds : this.average + WEIGHT * (milliseconds - this.average);
	}

	get count(): number {
		if (this.average === undefined) return 0;
		return Math.min(MAX_AHEAD, Math.floor((AHEAD_MILLISECONDS * this.cores) / Math.max(1, this.average)));
	}
}
