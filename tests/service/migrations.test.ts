import { randomBytes } from "node:crypto";
import pg from "pg";
import { afterEach, beforeEach, expect, inject, test } from "vitest";
import { createDataSource } from "../../service/dist/database/data-source.js";

let database: ReturnType<typeof createDataSource>;

beforeEach(async () => {
	const name = `test_${randomBytes(6).toString("hex")}`;
	const client = new pg.Client({ connectionString: inject("postgres") });
	await client.connect();
	await client.query(`CREATE DATABASE ${name}`);
	await client.end();
	const url = new URL(inject("postgres"));
	url.pathname = `/${name}`;
	database = await createDataSource(url.href, 2).initialize();
});
afterEach(() => database.destroy());

/** Everything that a database of ours is made of, a line each. */
async function shape(): Promise<string[]> {
	const rows: { line: string }[] = await database.query(`
		SELECT format('column %s.%s %s %s %s', table_name, column_name, udt_name, is_nullable, column_default) AS line FROM information_schema.columns WHERE table_schema = 'public'
		UNION ALL SELECT format('index %s', indexdef) FROM pg_indexes WHERE schemaname = 'public'
		UNION ALL SELECT format('constraint %s %s', conrelid::regclass, pg_get_constraintdef(oid)) FROM pg_constraint WHERE connamespace = 'public'::regnamespace
		UNION ALL SELECT format('trigger %s', pg_get_triggerdef(oid)) FROM pg_trigger WHERE NOT tgisinternal
		UNION ALL SELECT format('function %s', pg_get_functiondef(oid)) FROM pg_proc WHERE pronamespace = 'public'::regnamespace
		UNION ALL SELECT format('view %s %s', viewname, definition) FROM pg_views WHERE schemaname = 'public'
		ORDER BY line`);
	return rows.map((r) => r.line);
}

test("each migration taken back leaves the database as it was before it, and can be made again; the one that would lose work refuses", async () => {
	const runner = database.createQueryRunner();
	const steps = database.migrations;
	expect(steps.length).toBeGreaterThan(5);
	const shapes = [await shape()];
	for (const step of steps) {
		await step.up(runner);
		shapes.push(await shape());
	}
	for (const [n, step] of [...steps.entries()].slice(2).reverse()) {
		await step.down(runner);
		expect([step.name, await shape()]).toEqual([step.name, shapes[n]]);
	}
	await expect(steps[1]?.down(runner)).rejects.toThrow("would lose work: restore a backup instead");
	expect(await shape()).toEqual(shapes[2]);
	for (const step of steps.slice(2)) await step.up(runner);
	expect(await shape()).toEqual(shapes.at(-1));
	await runner.release();
});

test("a migration that fails changes nothing, and the next start goes on from it", async () => {
	const runner = database.createQueryRunner();
	const last = database.migrations.at(-1);
	const up = last?.up;
	if (!last || !up) throw new Error("there is no migration");
	last.up = async (r) => {
		await up.call(last, r);
		throw new Error("the power is gone");
	};
	await expect(database.runMigrations({ transaction: "each" })).rejects.toThrow("the power is gone");
	const between = await shape();
	last.up = up;
	await database.runMigrations({ transaction: "each" });
	expect(await shape()).not.toEqual(between);
	expect(await runner.query("SELECT count(*)::int AS count FROM migrations")).toEqual([
		{ count: database.migrations.length },
	]);
	await last.down(runner);
	expect(await shape()).toEqual(between);
	await runner.release();
});
