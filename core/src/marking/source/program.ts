import type { Limits } from "../../limits/limits.ts";
import type { Checked } from "../../nib/checker.ts";
import type { Problem } from "../../nib/problem.ts";
import { read } from "../../nib/read.ts";
import { everyStep, type RoutineNode, type Step } from "../../nib/tree.ts";
import { Flow } from "./flow.ts";

/** A student's program as criteria on the source look at it. */
export class Program {
	readonly source: string;
	/** Undefined where the source can't be read. */
	readonly checked: Checked | undefined;
	/** Why it can't be read. */
	readonly problems: readonly Problem[];
	/** What reading it remarked. */
	readonly remarks: readonly Problem[];
	private flowing: Flow | undefined;
	private byLine: Map<number, Step[]> | undefined;

	/** @param without statements that the exercise leaves out of the language */
	constructor(source: string, limits?: Limits, without: readonly string[] = []) {
		const reading = read(source, limits, without);
		this.source = source;
		this.checked = reading.ok ? reading.checked : undefined;
		this.problems = reading.ok ? [] : reading.problems;
		this.remarks = reading.ok ? reading.remarks : [];
	}

	/** The statements at top level. */
	get steps(): readonly Step[] {
		return this.checked?.program.steps ?? [];
	}

	get routines(): ReadonlyMap<string, RoutineNode> {
		return this.checked?.program.routines ?? new Map();
	}

	/** Which names lead to which values. */
	get flow(): Flow {
		this.flowing ??= new Flow(this.checked);
		return this.flowing;
	}

	/** Whether a run can come out differently with another seed. */
	get usesChance(): boolean {
		return /\b(random|choose)\s*\(/.test(this.source);
	}

	/** The statements that stand on a line. */
	at(line: number): readonly Step[] {
		if (!this.byLine) {
			this.byLine = new Map();
			for (const step of everyStep(this.steps))
				this.byLine.set(step.place.line, [...(this.byLine.get(step.place.line) ?? []), step]);
		}
		return this.byLine.get(line) ?? [];
	}
}
