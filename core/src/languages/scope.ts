import type { Variable } from "./outline.ts";

/** The names of a block or a routine, within those around it. */
export class Names {
	private readonly own = new Map<string, Variable>();
	private readonly around: Names | undefined;
	/** Whether it is a routine, and not a block in one. */
	readonly isRoutine: boolean;

	constructor(around: Names | undefined, isRoutine: boolean) {
		this.around = around;
		this.isRoutine = isRoutine;
	}

	declare(name: string, role: Variable["role"], kind = "any"): Variable {
		const known = this.own.get(name);
		if (known) return known;
		const variable = { name, role, kind };
		this.own.set(name, variable);
		return variable;
	}

	find(name: string): Variable | undefined {
		return this.own.get(name) ?? this.around?.find(name);
	}

	get routine(): Names {
		return this.isRoutine || !this.around ? this : this.around.routine;
	}
}
