import type { MigrationInterface, QueryRunner } from "typeorm";

/**
 * Exercises and collections that come with the product, beside the site's own, whose ids they may share; and what an
 * exercise teaches, how hard it is and how long it takes.
 */
export class Library0013 implements MigrationInterface {
	readonly name = "Library1700000000013";

	async up(runner: QueryRunner): Promise<void> {
		for (const table of ["exercises", "collections"]) {
			await runner.query(`ALTER TABLE ${table} ADD COLUMN library boolean NOT NULL DEFAULT false`);
			await runner.query(`ALTER TABLE ${table} DROP CONSTRAINT ${table}_key_key`);
			await runner.query(`CREATE UNIQUE INDEX ${table}_own_key ON ${table} (key) WHERE NOT library`);
			await runner.query(`CREATE UNIQUE INDEX ${table}_library_key ON ${table} (key) WHERE library`);
		}
		await runner.query(`ALTER TABLE exercise_versions
			ADD COLUMN teaches text[] NOT NULL DEFAULT '{}',
			ADD COLUMN level integer,
			ADD COLUMN minutes integer`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("ALTER TABLE exercise_versions DROP COLUMN teaches, DROP COLUMN level, DROP COLUMN minutes");
		for (const table of ["exercises", "collections"]) {
			await runner.query(`DROP INDEX ${table}_own_key, ${table}_library_key`);
			await runner.query(`ALTER TABLE ${table} ADD CONSTRAINT ${table}_key_key UNIQUE (key)`);
			await runner.query(`ALTER TABLE ${table} DROP COLUMN library`);
		}
	}
}
