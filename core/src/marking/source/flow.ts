import { everyStep, everyValue, type Outline, type Value, type Variable, valuesOf } from "../../languages/outline.ts";

/** What a value comes from, in the end: names of the program, chance, or a measure of pen, sheet or frame. */
export type Root = Variable | "random" | "measure";

/**
 * Follows names to the values that they are given, through routines and pictures, whatever the order of the
 * statements.
 */
export class Flow {
	private readonly given = new Map<Variable, Value[]>();
	private readonly returned = new Map<string, Value[]>();
	private readonly known = new Map<Variable, ReadonlySet<Root>>();
	private readonly outline: Outline;

	constructor(outline: Outline) {
		this.outline = outline;
		this.gather();
	}

	private gather(): void {
		const { steps: all, routines } = this.outline;
		const calls: { name: string; values: readonly Value[] }[] = [];
		let routine = "";
		const body = (steps: Parameters<typeof everyStep>[0]) => {
			for (const step of everyStep(steps)) {
				if (step.node === "let" || step.node === "set" || step.node === "put") this.give(step.variable, step.value);
				else if (step.node === "for") for (const value of valuesOf(step)) this.give(step.variable, value);
				else if (step.node === "each") this.give(step.variable, step.list);
				else if (step.node === "picture") {
					// What a picture is made of leads to where it is laid.
					for (const inner of everyStep(step.body))
						for (const value of valuesOf(inner)) this.give(step.variable, value);
				} else if (step.node === "return" && step.value)
					this.returned.set(routine, [...(this.returned.get(routine) ?? []), step.value]);
				for (const value of valuesOf(step))
					for (const part of everyValue(value)) if (part.node === "call") calls.push(part);
			}
		};
		body(all.filter((s) => s.node !== "routine"));
		for (const node of routines.values()) {
			routine = node.name;
			body(node.body);
		}
		for (const { name, values } of calls) {
			routines.get(name)?.parameters.forEach((parameter, i) => {
				const value = values[i] ?? parameter.otherwise;
				if (value) this.give(parameter.variable, value);
			});
		}
	}

	private give(variable: Variable | undefined, value: Value): void {
		if (!variable) return;
		const own = this.given.get(variable);
		if (own) own.push(value);
		else this.given.set(variable, [value]);
	}

	/** The name that a value node stands for. */
	variableOf(value: Value): Variable | undefined {
		return this.outline.variableOf(value);
	}

	/** The values that a name is given anywhere in the program. */
	valuesGiven(variable: Variable): readonly Value[] {
		return this.given.get(variable) ?? [];
	}

	/** The values that a routine gives back. */
	valuesReturned(routine: string): readonly Value[] {
		return this.returned.get(routine) ?? [];
	}

	/** Everything that a value comes from. */
	roots(value: Value, into: Set<Root> = new Set()): Set<Root> {
		for (const part of everyValue(value)) {
			const variable = this.variableOf(part);
			if (variable) {
				into.add(variable);
				for (const root of this.rootsOf(variable)) into.add(root);
			} else if (part.node === "property") into.add("measure");
			else if (part.node === "call") {
				if (this.outline.isChance(part)) into.add("random");
				for (const returned of this.valuesReturned(part.name))
					if (!this.open.has(part.name)) this.inCall(part.name, returned, into);
			}
		}
		return into;
	}

	/** Whether a value comes from a name, or from "random". */
	follows(value: Value, name: string): boolean {
		return [...this.roots(value)].some((root) =>
			root === "random" ? name === "random" : root !== "measure" && root.name === name,
		);
	}

	/** Routines whose results are being followed, so that one that calls itself comes to an end. */
	private readonly open = new Set<string>();

	private inCall(name: string, returned: Value, into: Set<Root>): void {
		this.open.add(name);
		this.roots(returned, into);
		this.open.delete(name);
	}

	private rootsOf(variable: Variable): ReadonlySet<Root> {
		const known = this.known.get(variable);
		if (known) return known;
		const roots = new Set<Root>();
		this.known.set(variable, roots);
		for (const value of this.valuesGiven(variable)) this.roots(value, roots);
		return roots;
	}
}
