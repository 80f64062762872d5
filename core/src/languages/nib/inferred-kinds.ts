import type { Parameter } from "./tree.ts";
import type { ValueKind } from "./value-kind.ts";

/** The kind that holds two kinds. */
function join(a: ValueKind, b: ValueKind): ValueKind {
	if (a === "unknown" || a === b) return b;
	return b === "unknown" ? a : "any";
}

/** What is carried from one pass to the next: kinds of routines' values and results. */
export class InferredKinds {
	changed = false;
	readonly values = new Map<Parameter, ValueKind>();
	readonly results = new Map<string, ValueKind>();

	widen<K>(map: Map<K, ValueKind>, key: K, kind: ValueKind): void {
		const before = map.get(key) ?? "unknown";
		const after = join(before, kind);
		if (after === before) return;
		map.set(key, after);
		this.changed = true;
	}
}
