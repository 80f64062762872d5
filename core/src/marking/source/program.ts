import type { ReadProgram } from "../../languages/language.ts";
import { everyStep, type RoutineStep, type Step } from "../../languages/outline.ts";
import { Flow } from "./flow.ts";

/** A student's program as criteria on the source look at it. */
export class Program {
	readonly read: ReadProgram;
	private flowing: Flow | undefined;
	private byLine: Map<number, Step[]> | undefined;

	constructor(read: ReadProgram) {
		this.read = read;
	}

	get source(): string {
		return this.read.source;
	}

	/** Whether it can be run. */
	get isReadable(): boolean {
		return this.read.isReadable;
	}

	/** The statements at top level. */
	get steps(): readonly Step[] {
		return this.read.outline.steps;
	}

	get routines(): ReadonlyMap<string, RoutineStep> {
		return this.read.outline.routines;
	}

	/** Which names lead to which values. */
	get flow(): Flow {
		this.flowing ??= new Flow(this.read.outline);
		return this.flowing;
	}

	/** The statements on a line. */
	at(line: number): readonly Step[] {
		if (!this.byLine) {
			this.byLine = new Map();
			for (const step of everyStep(this.steps))
				this.byLine.set(step.place.line, [...(this.byLine.get(step.place.line) ?? []), step]);
		}
		return this.byLine.get(line) ?? [];
	}
}
