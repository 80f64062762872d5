import type { Given } from "../languages/given.ts";
import type { ReadProgram } from "../languages/language.ts";
import type { CountedCalls, Run, RunOptions } from "../languages/run.ts";
import { CLASS_LIMITS, type Limits, NEVER, type Stop } from "../limits/limits.ts";
import type { Sheet } from "../tape/layout.ts";

/** Steps that all runs of one check may make together. */
export const CHECK_STEPS = 20_000_000;

/** How a run differs from the plain one. */
export interface RunChange {
	readonly seed?: number;
	readonly given?: Given;
	readonly sheet?: Sheet;
}

/** How the runs of one check go: every one takes its steps from the same budget. */
export interface RunSettings {
	readonly seed: number;
	readonly sheet?: Sheet | undefined;
	readonly paper?: number | undefined;
	readonly frames?: number | undefined;
	readonly limits?: Limits | undefined;
	readonly stop?: Stop | undefined;
	readonly answers?: readonly string[] | undefined;
	readonly calls?: CountedCalls | undefined;
}

/** Runs a program again and again, all within one budget of steps. */
export class BudgetedRuns {
	readonly settings: RunSettings;
	private left = CHECK_STEPS;
	private readonly known = new Map<string, Run>();

	constructor(settings: RunSettings) {
		this.settings = settings;
	}

	/** One run; the same change gives the same run again at no cost. */
	of(program: ReadProgram, change: RunChange = {}, watch?: readonly string[]): Run {
		const key = JSON.stringify([
			change.seed ?? this.settings.seed,
			change.given ?? null,
			change.sheet ?? null,
			watch ?? null,
		]);
		const known = this.known.get(key);
		if (known) return known;
		const { settings } = this;
		const limits = settings.limits ?? CLASS_LIMITS;
		const sheet = change.sheet ?? settings.sheet;
		const options: RunOptions = {
			seed: change.seed ?? settings.seed,
			limits: { ...limits, steps: Math.max(1, Math.min(limits.steps, this.left)) },
			stop: settings.stop ?? NEVER,
			...(sheet && { sheet }),
			...(settings.paper !== undefined && { paper: settings.paper }),
			...(settings.frames !== undefined && { frames: settings.frames }),
			...(settings.answers && { answers: settings.answers }),
			...(settings.calls && { calls: settings.calls }),
			...(change.given && { given: change.given }),
			...(watch && { watch }),
		};
		const done = program.run(options);
		this.left -= done.steps;
		this.known.set(key, done);
		return done;
	}
}
