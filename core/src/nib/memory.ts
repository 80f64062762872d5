import type { Kind, Parameter } from "./tree.ts";

/** The kind that holds two kinds. */
function join(a: Kind, b: Kind): Kind {
	if (a === "unknown" || a === b) return b;
	return b === "unknown" ? a : "any";
}

/** What is carried from one pass to the next: kinds of routines' values and results. */
export class Memory {
	changed = false;
	readonly values = new Map<Parameter, Kind>();
	readonly results = new Map<string, Kind>();

	widen<K>(map: Map<K, Kind>, key: K, kind: Kind): void {
		const before = map.get(key) ?? "unknown";
		const after = join(before, kind);
		if (after === before) return;
		map.set(key, after);
		this.changed = true;
	}
}
