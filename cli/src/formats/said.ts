import { table } from "./table.ts";
import { print, printJson } from "./terminal.ts";

/** What a command found: as JSON where that is asked, else as a table or in words. */
export function say(json: boolean | undefined, value: unknown, words: string | (() => string)): void {
	if (json) printJson(value);
	else print(`${typeof words === "string" ? words : words()}\n`);
}

/** A table, or a sentence where it would have no row. */
export function tableOr(
	none: string,
	headings: readonly string[],
	rows: readonly (readonly (string | number | null)[])[],
): string {
	return rows.length === 0 ? none : table(headings, rows);
}

/** A moment as people here read it. */
export function moment(iso: string | null): string {
	return iso === null ? "" : new Date(iso).toISOString().slice(0, 16).replace("T", " ");
}
