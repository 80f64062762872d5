import { type Criterion, type CriterionOrGroup, criteriaIn } from "../marking/marking-spec.ts";
import type { ProgramRun } from "../marking/scene.ts";

/** Reads and runs another program of the same hand-in. @param maxSteps that the run may make */
export type Again = (source: string, maxSteps: number) => ProgramRun;

/** What the search for one cause may cost: about as many runs of a small program. */
export const MAX_COST = 900;
/** Mends that it must be possible to run, so that a search is begun. */
const FEWEST = 20;

/** What running a program costs, beside a small one. */
const costOf = ({ program, run, tape }: ProgramRun): number =>
	program.isReadable ? 1 + (run?.steps ?? 0) / 4000 + tape.length / 1000 : 0.25;

/** Whether a program runs too long to try more than a few mends; it is then not searched. */
export const isTooLong = (run: ProgramRun, cost = MAX_COST) => costOf(run) * FEWEST > cost;

/** What is left to spend on runs and judging. */
export class Purse {
	private left: number;
	private readonly cost: number;
	private readonly again: Again;
	private readonly steps: number;

	constructor(own: ProgramRun, again: Again, cost: number) {
		this.cost = cost;
		this.left = cost;
		this.again = again;
		const steps = own.run?.steps ?? 0;
		this.steps = steps + Math.min(3 * steps, 200_000) + 20_000;
		if (isTooLong(own, cost)) this.left = 0;
	}

	/** Gives the next search as much as the first had. */
	refill(): void {
		this.left = this.cost;
	}

	get isEmpty(): boolean {
		return this.left <= 0;
	}

	/** Runs a changed program; undefined if it can't be read, or nothing is left to run it. */
	run(source: string): ProgramRun | undefined {
		if (this.isEmpty) return undefined;
		const run = this.again(source, this.steps);
		this.left -= costOf(run);
		return run.program.isReadable ? run : undefined;
	}

	/** What comparing a run with the model's costs: its figures, at a few moments. */
	compared(run: ProgramRun, moments: number): void {
		const { length } = run.tape;
		// Where nothing covers the frames before, all of their figures are there.
		const trail = moments > 1 ? run.scene.drawing.figures.length : 0;
		this.left -= 0.2 * moments + length / (moments > 1 ? 1500 : 300) + trail / 10;
	}

	/** What judging a run costs. @param weight of a criterion, or of all of them */
	judged(run: ProgramRun, weight: number): void {
		const { program, spec } = run;
		const runs = program.read.usesChance && spec.seeds.length > 1 ? spec.seeds.length : 1;
		this.left -= weight * (0.1 + (run.run?.frames ?? 0) / 160) + (runs - 1) * 0.4;
	}
}

/** Checks that run the program again, or look at all of its frames. */
const HEAVY = new Set(["runs", "what if", "movement", "code"]);

/** Checks that look at how much of a figure is seen. */
const SEEN = new Set(["visible", "likeness", "sheet", "order"]);

/** What judging a criterion costs, beside one that looks at a figure. */
export const weightOf = (asked: CriterionOrGroup): number =>
	criteriaIn([asked]).reduce((sum, c) => sum + weightOfCheck(c), 0);

function weightOfCheck({ check, when }: Criterion): number {
	if (HEAVY.has(check) || when === "every frame") return 25;
	return SEEN.has(check) ? 4 : 1;
}
