import type { Limits } from "../limits/limits.ts";
import type { Problem } from "./problem.ts";

/** Bytes that a UTF-16 unit adds in UTF-8; half a surrogate pair adds half of four. */
function unitBytes(unit: number): number {
	if (unit < 0x80) return 1;
	return unit < 0x800 || (unit >= 0xd800 && unit < 0xe000) ? 2 : 3;
}

/** Bytes of a source in UTF-8. */
export function sourceBytes(source: string): number {
	let bytes = 0;
	for (let i = 0; i < source.length; i++) bytes += unitBytes(source.charCodeAt(i));
	return bytes;
}

/** What is said of a source that is larger than allowed; undefined if it isn't. */
export function tooLarge(source: string, limits: Limits): Problem | undefined {
	const bytes = sourceBytes(source);
	return bytes > limits.source
		? { code: "limit-source", place: { line: 1, column: 1, length: 1 }, data: { bytes, most: limits.source } }
		: undefined;
}
