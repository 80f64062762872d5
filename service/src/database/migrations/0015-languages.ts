import type { MigrationInterface, QueryRunner } from "typeorm";

/**
 * What drafts and self-checks are written in, as hand-ins have had it from the first, and what students may write in.
 */
export class Languages0015 implements MigrationInterface {
	readonly name = "Languages1700000000015";

	async up(runner: QueryRunner): Promise<void> {
		for (const table of ["drafts", "self_checks"])
			await runner.query(`ALTER TABLE ${table} ADD COLUMN language text NOT NULL DEFAULT 'nib'`);
		await runner.query("ALTER TABLE exercise_versions ADD COLUMN languages text[] NOT NULL DEFAULT '{nib}'");
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("ALTER TABLE exercise_versions DROP COLUMN languages");
		for (const table of ["drafts", "self_checks"]) await runner.query(`ALTER TABLE ${table} DROP COLUMN language`);
	}
}
