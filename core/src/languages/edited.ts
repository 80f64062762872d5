import type { Edit } from "./sites.ts";

/** A source with edits made, which don't overlap. */
export function edited(source: string, edits: readonly Edit[]): string {
	let text = "";
	let at = 0;
	for (const { start, end, text: by } of [...edits].sort((a, b) => a.start - b.start || a.end - b.end)) {
		if (start < at) throw new RangeError("edits overlap");
		text += source.slice(at, start) + by;
		at = end;
	}
	return text + source.slice(at);
}
