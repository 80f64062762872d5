import { Refusal } from "../refusals.ts";
import { csvRows } from "./csv-rows.ts";
import { unzip } from "./unzip.ts";

/** A row of one of the files, by column name. */
export interface Line {
	/** Where it is in its file. */
	readonly line: number;
	readonly cells: Readonly<Record<string, string>>;
}

/** A file of the set: its rows by column name (OneRoster 1.2 CSV binding, section 4). */
function tableOf(files: ReadonlyMap<string, Uint8Array>, name: string, needed: readonly string[]): Line[] {
	const bytes = files.get(name);
	if (!bytes) throw new Refusal("file-wrong", `The zip file has no ${name}.`);
	const [heading, ...rows] = csvRows(new TextDecoder().decode(bytes));
	if (rows.length > MAX_ROWS) throw new Refusal("file-wrong", `${name} has more than ${MAX_ROWS} rows.`);
	const columns = heading?.cells ?? [];
	const missing = needed.filter((n) => !columns.includes(n));
	if (missing.length > 0) throw new Refusal("file-wrong", `${name} has no column ${missing.join(", ")}.`);
	return rows
		.map(({ line, cells }) => ({ line, cells: Object.fromEntries(columns.map((c, i) => [c, cells[i] ?? ""])) }))
		.filter(({ cells }: Line) => cells.status !== "tobedeleted");
}

/** The classes and people in a set of OneRoster files. */
export interface OneRoster {
	readonly classes: Line[];
	readonly users: ReadonlyMap<string, Line>;
	readonly enrollments: Line[];
	readonly years: ReadonlyMap<string, string>;
}

const MAX_ROWS = 100_000;
const LIMITS = { files: 40, bytes: 50_000_000 };

/** Reads a zip of OneRoster 1.2 or 1.1 CSV files. Throws a refusal that names what is missing. */
export async function readOneRoster({ zip }: { readonly zip: Uint8Array }): Promise<OneRoster> {
	const files = await unzip({ zip, limits: LIMITS });
	const named = new Map(files.map(([path, bytes]) => [path.split("/").at(-1) as string, bytes] as const));
	const manifest = new Map(
		tableOf(named, "manifest.csv", ["propertyName", "value"]).map(
			({ cells }) => [cells.propertyName, cells.value] as const,
		),
	);
	const version = manifest.get("oneroster.version");
	if (version !== "1.2" && version !== "1.1")
		throw new Refusal(
			"file-wrong",
			`The manifest tells OneRoster ${version ?? "of no version"}; only 1.2 can be read.`,
		);
	const sessions = named.has("academicSessions.csv")
		? tableOf(named, "academicSessions.csv", ["sourcedId", "title"])
		: [];
	return {
		classes: tableOf(named, "classes.csv", ["sourcedId", "title"]),
		users: new Map(
			tableOf(named, "users.csv", ["sourcedId", "givenName", "familyName", "username"]).map(
				(u) => [u.cells.sourcedId as string, u] as const,
			),
		),
		enrollments: tableOf(named, "enrollments.csv", ["classSourcedId", "userSourcedId", "role"]),
		years: new Map(sessions.map(({ cells }) => [cells.sourcedId as string, cells.title as string])),
	};
}
