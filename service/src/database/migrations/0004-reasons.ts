import type { MigrationInterface, QueryRunner } from "typeorm";

/** Alike pairs are dismissed with a reason; a kept comment knows the slip that it speaks of. */
export class Reasons0004 implements MigrationInterface {
	readonly name = "Reasons1700000000004";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(
			"ALTER TABLE alike_pairs ADD COLUMN reason text; ALTER TABLE kept_comments ADD COLUMN slip text",
		);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("ALTER TABLE alike_pairs DROP COLUMN reason; ALTER TABLE kept_comments DROP COLUMN slip");
	}
}
