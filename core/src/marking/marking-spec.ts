import { NEVER } from "../limits/limits.ts";
import { DEFAULT_SHEET } from "../tape/layout.ts";
import { BudgetedRuns, type RunSettings } from "./budgeted-runs.ts";
import type { Common } from "./criterion.ts";
import { ProgramRun } from "./program-run.ts";
import type { Tolerances } from "./scene.ts";
import type { Selector } from "./selector.ts";
import { Program } from "./source/program.ts";

/** A criterion with the check it names. */
export type Criterion = Common & { readonly check: string };

/** Several criteria that count together. */
export type Group = Common & {
	readonly "any of"?: readonly Criterion[];
	readonly "all of"?: readonly Criterion[];
	readonly "at least"?: number;
	readonly among?: readonly Criterion[];
};

/** Either of the two. */
export type CriterionOrGroup = Criterion | Group;

/** The criteria inside a group; none for a criterion. */
export function innerOf(asked: CriterionOrGroup): readonly Criterion[] {
	return "check" in asked ? [] : (asked["any of"] ?? asked["all of"] ?? asked.among ?? []);
}

/** What is marked against: the wanted figures and the criteria, and the programs that were given out. */
export interface MarkingSpec {
	readonly figures: ReadonlyMap<string, Selector>;
	readonly criteria: readonly CriterionOrGroup[];
	readonly tolerances: Tolerances;
	readonly model: string;
	readonly starter: string | undefined;
	readonly example: string | undefined;
	/** Seeds that every criterion is judged with. */
	readonly seeds: readonly number[];
	readonly beyondFull: boolean;
	readonly references: References;
}

/** A criterion by its id, inside groups too. */
export function criterionById(wanted: MarkingSpec, id: string): Criterion | undefined {
	for (const asked of wanted.criteria) {
		if ("check" in asked && asked.id === id) return asked;
		const inner = innerOf(asked).find((c) => c.id === id);
		if (inner) return inner;
	}
	return undefined;
}

/** How often a student's other program is asked whether to stop before it is: far more than a class needs, counted and so the same everywhere. */
const MAX_STOP_CALLS = 10;

/** Programs beside the student's, each read and run once for one exercise: they have a budget of their own. */
export class References {
	private readonly known = new Map<string, ProgramRun>();

	/** @param given whether the program was given out with the exercise, or is a student's own, which may be of any cost */
	caseOf(
		source: string,
		wanted: MarkingSpec,
		{ seed, sheet, paper, frames, stop = NEVER }: RunSettings,
		given: boolean,
	): ProgramRun {
		const key = JSON.stringify([source, seed, frames ?? null, sheet ?? null]);
		let found = this.known.get(key);
		if (!found) {
			// A few programs belong to an exercise; a class's earlier hand-ins come and go.
			if (this.known.size >= 40) this.known.clear();
			let asked = 0;
			const settings = {
				seed,
				sheet: sheet ?? DEFAULT_SHEET,
				paper,
				frames,
				...(!given && { stop: () => ++asked > MAX_STOP_CALLS || stop() }),
			};
			found = new ProgramRun(new Program(source), wanted, {}, new BudgetedRuns(settings));
			// What this check's clock has cut short isn't kept for another's.
			if (given || asked > MAX_STOP_CALLS || found.run?.ended !== "clock") this.known.set(key, found);
		}
		return found;
	}
}
