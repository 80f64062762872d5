import type { MigrationInterface, QueryRunner } from "typeorm";

/** The school with its defaults for classes, and the link that sets up a new site. */
export class School0012 implements MigrationInterface {
	readonly name = "School1700000000012";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`CREATE TABLE school (
			one boolean PRIMARY KEY DEFAULT true CHECK (one),
			name text CHECK (name <> ''),
			zone text NOT NULL DEFAULT 'UTC',
			school_year text,
			grade_scale jsonb NOT NULL DEFAULT '[]',
			revision integer NOT NULL DEFAULT 1
		)`);
		await runner.query("INSERT INTO school DEFAULT VALUES");
		await runner.query(`CREATE TABLE set_up_links (
			token_hash text PRIMARY KEY,
			ends_at timestamptz NOT NULL
		)`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TABLE set_up_links");
		await runner.query("DROP TABLE school");
	}
}
