import { readdirSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { Row, Statement } from "../../service/src/database/statement.ts";
import { demoDatabase } from "../site.ts";

type AnyStatement = Statement<Row>;
const MADE: { statement: AnyStatement; file: string }[] = [];

/** The file of the service that is being read, by the stack. */
const fileOf = (stack = "") => /service\/src\/((?!database\/statement)[^:?]+\.ts)/.exec(stack)?.[1] ?? "";

// Every statement is made when its file is read: so all are known here, also those that a file keeps for itself.
vi.mock("../../service/src/database/statement.ts", async (original) => {
	const real = await original<typeof import("../../service/src/database/statement.ts")>();
	const statement = (row: Row, sql: string) => {
		const made = real.statement(row, sql);
		MADE.push({ statement: made, file: fileOf(new Error().stack) });
		return made;
	};
	return { ...real, statement };
});

const SOURCE = resolve(import.meta.dirname, "../../service/src");
const files = readdirSync(SOURCE, { recursive: true, encoding: "utf8" })
	.filter((name) => name.endsWith(".ts") && !name.endsWith(".test.ts") && name !== "main.ts")
	.filter((name) => readFileSync(join(SOURCE, name), "utf8").includes("= statement("));

for (const file of files) await import(join(SOURCE, file));

interface Described {
	readonly parameters: readonly number[];
	readonly columns: readonly { readonly name: string; readonly dataTypeID: number }[];
}

/** A message of the protocol that pg hands on. */
interface Message {
	readonly fields?: Described["columns"];
	readonly dataTypeIDs?: readonly number[];
}

/** Has PostgreSQL read a statement and tell its parameters and columns, without running it (Parse and Describe). */
function describeStatement(client: pg.Client, text: string): Promise<Described> {
	return new Promise((done, failed) => {
		const described: { parameters: readonly number[]; columns: Described["columns"] } = { parameters: [], columns: [] };
		const nothing = () => undefined;
		const request = {
			submit(connection: { parse: (of: object) => void; describe: (of: object) => void; sync: () => void }) {
				connection.parse({ text, name: "", types: [] });
				connection.describe({ type: "S", name: "" });
				connection.sync();
			},
			handleRowDescription: ({ fields }: Message) => Object.assign(described, { columns: fields }),
			handleParameterDescription: nothing,
			handleReadyForQuery: () => done(described),
			handleError: failed,
			handleNoData: nothing,
			handleDataRow: nothing,
			handleCommandComplete: nothing,
			handlePortalSuspended: nothing,
			handleEmptyQuery: nothing,
		};
		client.query(request as never);
	});
}

const types = new Map<number, string>();
let client: pg.Client;

beforeAll(async () => {
	client = new pg.Client({ connectionString: await demoDatabase() });
	await client.connect();
	const { rows } = await client.query("SELECT oid::int, format_type(oid, NULL) AS name FROM pg_type");
	for (const { oid, name } of rows) types.set(oid, name);
});
afterAll(() => client.end());

test("there are as many statements as the service's files make", () => {
	const made = new Set(MADE.map((m) => m.file));
	expect(files.filter((file) => !made.has(file))).toEqual([]);
	expect(MADE.length).toBeGreaterThan(120);
});

const first = (text: string) => text.replace(/\s+/g, " ").slice(0, 70);

describe("PostgreSQL gives the columns and types that a statement declares", () => {
	test.each(MADE.map(({ file, statement }, n) => [`${file} ${n}: ${first(statement.text)}`, statement] as const))(
		"%s",
		async (_, { text, row }) => {
			const { columns } = await describeStatement(client, text);
			const given = columns
				.map(({ name, dataTypeID }) => [name, types.get(dataTypeID)])
				.filter(([, type]) => type !== "void");
			const declared = Object.entries(row).map(([name, { type }]) => [name, type]);
			expect(Object.fromEntries(given)).toEqual(Object.fromEntries(declared));
		},
	);
});

/** Runs a statement with nothing but nulls, and takes back what it did. */
async function run(text: string): Promise<{ code?: string; rows: Record<string, unknown>[] }> {
	const count = Math.max(0, ...[...text.matchAll(/\$(\d+)/g)].map(([, n]) => Number(n)));
	await client.query("BEGIN");
	try {
		const { rows } = await client.query(text, Array(count).fill(null));
		return { rows };
	} catch (error) {
		return { code: (error as { code: string }).code, rows: [] };
	} finally {
		await client.query("ROLLBACK");
	}
}

test("every statement runs; with nulls alone, what isn't allowed is refused by a constraint and by nothing else", async () => {
	const failed: string[] = [];
	for (const { statement, file } of MADE) {
		// A notification has a channel, which isn't a constraint of ours.
		if (statement.text.includes("pg_notify")) continue;
		const { code } = await run(statement.text);
		if (code !== undefined && !code.startsWith("23")) failed.push(`${code} ${file}: ${first(statement.text)}`);
	}
	expect(failed).toEqual([]);
});

/** Statements that list all rows where their filters are null: their rows hold no null that isn't declared. */
test("columns that aren't declared as nullable hold no null in the demo", async () => {
	const wrong: string[] = [];
	let looked = 0;
	const ids = await client.query(`
		SELECT (SELECT array_agg(id) FROM classes) AS classes, (SELECT array_agg(id) FROM assignments) AS assignments,
			(SELECT array_agg(id) FROM accounts) AS accounts`);
	const any = [...ids.rows[0].classes, ...ids.rows[0].assignments.slice(0, 4), ...ids.rows[0].accounts.slice(0, 4)];
	for (const { statement, file } of MADE) {
		if (!/^SELECT/.test(statement.text) || !/\$1(?!\d)/.test(statement.text) || /\$2/.test(statement.text)) continue;
		for (const id of any) {
			const { rows } = await client
				.query(statement.text, [id])
				.catch(() => ({ rows: [] as Record<string, unknown>[] }));
			looked += rows.length;
			for (const row of rows)
				for (const [name, value] of Object.entries(row))
					if (value === null && statement.row[name]?.nullable === false) wrong.push(`${file}: ${name}`);
		}
	}
	expect(looked).toBeGreaterThan(500);
	expect([...new Set(wrong)]).toEqual([]);
});
