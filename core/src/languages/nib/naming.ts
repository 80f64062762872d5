import { COLOUR_NAMES } from "../../colour/colour.ts";
import { nearest } from "../nearest.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { Scope, type Variable } from "./scope.ts";

/**
 * The names that can be used where the checker is: those of the routine or of the main program, and of the top level.
 */
export class Naming {
	scope = new Scope();
	/** The routine being checked; none in the main program. */
	routine: string | undefined;
	private readonly topLevel = new Map<string, Variable>();
	private readonly reported = new Set<string>();
	private readonly report: (code: string, place: SourceRange, data: Problem["data"], fix?: Problem["fix"]) => void;
	private nextId = 1;

	constructor(report: Naming["report"]) {
		this.report = report;
	}

	/** Begins a routine, which sees nothing of the main program but its top level. */
	enter(routine: string): void {
		this.scope = new Scope();
		this.routine = routine;
	}

	add(name: string, place: SourceRange, role: Variable["role"], kind: Variable["kind"]): Variable {
		const variable: Variable = {
			id: this.nextId++,
			name,
			place,
			routine: this.routine,
			role,
			kind,
			shared: false,
			read: false,
		};
		this.scope.declare(variable);
		if (this.routine === undefined && this.scope.atTop) this.topLevel.set(name, variable);
		return variable;
	}

	/** A name where it is used: in the routine first, then among the top level's. */
	lookUp(name: string): Variable | undefined {
		const own = this.scope.find(name);
		if (own || this.routine === undefined) return own;
		const top = this.topLevel.get(name);
		if (top) top.shared = true;
		return top;
	}

	/** Whether a name is near one that can be seen, or was one whose block has ended. */
	isNear(name: string): boolean {
		const known = [...this.scope.visible(), ...(this.routine ? this.topLevel.keys() : [])];
		return this.scope.endedBlock(name) !== undefined || nearest(name, known) !== undefined;
	}

	/** Reports an unknown name once, with the likely intended one. */
	unknownName(name: string, place: SourceRange, use: "read" | "read-number" | "change"): void {
		if (this.reported.has(name)) return;
		this.reported.add(name);
		const known = [...this.scope.visible(), ...(this.routine ? this.topLevel.keys() : [])];
		const ended = this.scope.endedBlock(name);
		if (ended) return this.report("name-ended", place, { name, ...ended });
		const cased = known.find((k) => k.toLowerCase() === name.toLowerCase());
		if (cased) return this.report("name-case", place, { name, near: cased }, { place, text: cased });
		const near = nearest(name, use === "read" ? [...known, ...COLOUR_NAMES] : known);
		const fix = near
			? { place, text: near }
			: use === "change"
				? { place: { ...place, length: 0 }, text: "let " }
				: undefined;
		this.report(use !== "change" ? "name-unknown" : "set-undeclared", place, { name, near: near ?? "" }, fix);
	}
}
