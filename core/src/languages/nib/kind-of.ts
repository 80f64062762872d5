import { List } from "./list.ts";
import { Paint } from "./paint.ts";
import { Picture } from "./picture-value.ts";
import type { ValueKind } from "./value-kind.ts";

/** What a value of a running program is. */
export function kindOf(value: unknown): ValueKind {
	if (value instanceof Paint) return "colour";
	if (value instanceof List) return "list";
	if (value instanceof Picture) return "picture";
	if (typeof value === "string") return "text";
	if (typeof value === "number" || typeof value === "boolean") return typeof value as "number" | "boolean";
	return "nothing";
}
