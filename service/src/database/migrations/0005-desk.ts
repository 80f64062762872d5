import type { MigrationInterface, QueryRunner } from "typeorm";

/** Which hints a student asked for, and the student's own time of a hand-in that came in later. */
export class Desk0005 implements MigrationInterface {
	readonly name = "Desk1700000000005";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`
			ALTER TABLE drafts ADD COLUMN hinted jsonb NOT NULL DEFAULT '{}';
			CREATE TABLE pressed (
				hand_in_id uuid PRIMARY KEY REFERENCES hand_ins ON DELETE CASCADE,
				at timestamptz NOT NULL
			);
		`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TABLE pressed; ALTER TABLE drafts DROP COLUMN hinted");
	}
}
