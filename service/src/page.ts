import { z } from "zod";
import { Refusal } from "./refusals.ts";

const strange = () =>
	new Refusal("bad-request", "This cursor isn't valid. Use the one from the page before.", [
		{ path: "cursor", message: "isn't valid" },
	]);

/** Text that the database can hold. */
const isText = (value: unknown): value is string =>
	typeof value === "string" && !value.includes("\u0000") && value.isWellFormed();

/** The values in a cursor; none without a cursor. Throws a refusal for an invalid cursor. */
export function cursorOf(cursor: string | undefined, parts: number): (string | undefined)[] {
	if (cursor === undefined) return new Array(parts).fill(undefined);
	try {
		const values: unknown = JSON.parse(Buffer.from(cursor, "base64url").toString("utf8"));
		if (Array.isArray(values) && values.length === parts && values.every(isText)) return values;
	} catch {
		// What can't be read is told below.
	}
	throw strange();
}

/** The last row of the previous page, by id and sort value; none without a cursor. */
export function cursorAfter(cursor: string | undefined): { id: string; value: string } | undefined {
	const [id, value] = cursorOf(cursor, 2);
	if (id === undefined || value === undefined) return undefined;
	if (!z.uuid().safeParse(id).success) throw strange();
	return { id, value };
}

/** The number of the last row of the previous page; none without a cursor. */
export function cursorNumber(cursor: string | undefined): number | undefined {
	const [number] = cursorOf(cursor, 1);
	if (number === undefined) return undefined;
	if (!/^\d{1,15}$/.test(number)) throw strange();
	return Number(number);
}

/** A page of rows, of which one more was read than is shown; `key` gives the cursor of the next page. */
export function pageOf<T>(
	rows: readonly T[],
	limit: number,
	key: (row: T) => readonly string[],
): { items: T[]; next: string | null } {
	const items = rows.slice(0, limit);
	const last = items.at(-1);
	return {
		items,
		next:
			rows.length > limit && last !== undefined ? Buffer.from(JSON.stringify(key(last))).toString("base64url") : null,
	};
}
