import type { VariableChange } from "../run.ts";
import { written } from "./as-text.ts";
import type { Machine } from "./machine.ts";

/** Changes that one run keeps; later ones are only counted. */
const MAX_CHANGES = 20_000;
/** Characters of a value that are kept. */
const MAX_CHARACTERS = 200;

/** Keeps every change of the names that a run is to watch. */
export class WatchLog {
	readonly changes: VariableChange[] = [];
	/** Changes beyond those that are kept. */
	leftOut = 0;
	private readonly names: readonly string[];

	constructor(names: readonly string[]) {
		this.names = names;
	}

	watches(name: string): boolean {
		return this.names.includes(name);
	}

	/** The number of a name in generated code. */
	number(name: string): number {
		return this.names.indexOf(name);
	}

	note(machine: Machine, line: number, name: number, value: unknown): void {
		if (this.changes.length >= MAX_CHANGES) {
			this.leftOut++;
			return;
		}
		const text = written(value, MAX_CHARACTERS);
		this.changes.push({
			name: this.names[name] as string,
			line,
			step: machine.steps,
			entry: machine.tape.length,
			value: text.length > MAX_CHARACTERS ? `${text.slice(0, MAX_CHARACTERS)}…` : text,
		});
	}
}
