import { expect, test } from "vitest";
import { createDataSource } from "../../service/dist/database/data-source.js";
import { demoDatabase } from "../site.ts";

test("after all migrations the entities are the tables: TypeORM finds nothing to change", async () => {
	const database = await createDataSource(await demoDatabase(), 2).initialize();
	try {
		const { upQueries } = await database.driver.createSchemaBuilder().log();
		expect(upQueries.map((q) => q.query)).toEqual([]);
		const tables: { name: string }[] = await database.query(
			"SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'migrations' ORDER BY 1",
		);
		expect(database.entityMetadatas.map((e) => e.tableName).sort()).toEqual(tables.map((t) => t.name));
	} finally {
		await database.destroy();
	}
});

test("an entity that differs from its table is reported", async () => {
	const database = await createDataSource(await demoDatabase(), 2).initialize();
	try {
		await database.query("ALTER TABLE drafts ADD COLUMN colour text");
		const { upQueries } = await database.driver.createSchemaBuilder().log();
		expect(upQueries.map((q) => q.query)).toEqual([expect.stringContaining('DROP COLUMN "colour"')]);
	} finally {
		await database.destroy();
	}
});
