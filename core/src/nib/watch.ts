import { written } from "./as-text.ts";
import type { Machine } from "./machine.ts";

/** A change of a watched name. */
export interface Change {
	readonly name: string;
	/** Source line that changed it. */
	readonly line: number;
	readonly step: number;
	/** Entries that were on the tape before it. */
	readonly entry: number;
	/** The new value, as text. */
	readonly value: string;
}

/** Changes that one run keeps; later ones are only counted. */
const MOST_CHANGES = 20_000;
/** Characters of a value that are kept. */
const MOST_LETTERS = 200;

/** Keeps every change of the names that a run is to watch. */
export class WatchLog {
	readonly changes: Change[] = [];
	/** Changes beyond those that are kept. */
	leftOut = 0;
	private readonly names: readonly string[];

	constructor(names: readonly string[]) {
		this.names = names;
	}

	watches(name: string): boolean {
		return this.names.includes(name);
	}

	/** The number under which generated code speaks of a name. */
	number(name: string): number {
		return this.names.indexOf(name);
	}

	note(machine: Machine, line: number, name: number, value: unknown): void {
		if (this.changes.length >= MOST_CHANGES) {
			this.leftOut++;
			return;
		}
		const text = written(value, MOST_LETTERS);
		this.changes.push({
			name: this.names[name] as string,
			line,
			step: machine.steps,
			entry: machine.tape.length,
			value: text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)}…` : text,
		});
	}
}
