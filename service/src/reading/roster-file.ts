import { Refusal } from "../refusals.ts";
import { csvRows } from "./csv-rows.ts";

/** What a roster's columns can hold. */
export const FIELDS = ["name", "first name", "last name", "sign-in name", "id"] as const;
export type Field = (typeof FIELDS)[number];

/** Headings that schools use for these columns, in lower case. */
const HEADINGS: Readonly<Record<Field, readonly string[]>> = {
	name: ["name", "student", "student name", "full name", "pupil", "pupil name", "learner", "display name"],
	"first name": ["first name", "given name", "forename", "preferred name", "first", "givenname", "firstname"],
	"last name": ["last name", "surname", "family name", "last", "familyname", "lastname"],
	"sign-in name": ["sign-in name", "sign in name", "username", "user name", "login", "login name", "account"],
	id: ["id", "student id", "student number", "number", "pupil number", "admission number", "sourcedid", "identifier"],
};

/** A row of a roster file. */
export interface RosterLine {
	/** Its line in the file. */
	readonly row: number;
	readonly name: string;
	readonly signInName: string | undefined;
	readonly sourcedId: string | undefined;
}

export interface RosterFile {
	/** Which heading holds what. */
	readonly columns: Readonly<Record<string, string>>;
	readonly lines: readonly RosterLine[];
}

const plain = (heading: string) =>
	heading
		.trim()
		.toLowerCase()
		.replace(/[_\s]+/g, " ");

/** Reads a roster; columns are recognised by their headings. */
export function readRoster({ csv }: { readonly csv: string }): RosterFile {
	const [heading, ...rows] = csvRows(csv);
	if (!heading)
		throw new Refusal(
			"file-wrong",
			"The file is empty. Its first line must be the headings, like Name and Sign-in name.",
		);
	const at = new Map<Field, number>();
	const columns: Record<string, string> = {};
	heading.cells.forEach((cell, i) => {
		const field = FIELDS.find((f) => !at.has(f) && HEADINGS[f].includes(plain(cell)));
		if (!field) return;
		at.set(field, i);
		columns[cell] = field;
	});
	if (!at.has("name") && !(at.has("first name") && at.has("last name")))
		throw new Refusal(
			"file-wrong",
			`There is no column with the students' names. The headings must include Name, or First name and Last name. This file has: ${heading.cells.slice(0, 8).join(", ")}.`,
		);
	const cell = (cells: readonly string[], field: Field) => {
		const i = at.get(field);
		const value = i === undefined ? "" : (cells[i] ?? "").trim();
		return value === "" ? undefined : value;
	};
	return {
		columns,
		lines: rows.map(({ line, cells }) => ({
			row: line,
			name:
				turned(cell(cells, "name")) ??
				[cell(cells, "first name"), cell(cells, "last name")].filter((part) => part !== undefined).join(" "),
			signInName: cell(cells, "sign-in name"),
			sourcedId: cell(cells, "id"),
		})),
	};
}

/** Turns "Quay, Nell" into "Nell Quay". */
function turned(name: string | undefined): string | undefined {
	const [, last, first] = /^([^,]+),\s*([^,]+)$/.exec(name ?? "") ?? [];
	return last !== undefined && first !== undefined ? `${first} ${last}` : name;
}
