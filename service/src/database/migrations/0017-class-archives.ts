import type { MigrationInterface, QueryRunner } from "typeorm";

/** Archives of closed classes: what their assignments and hand-ins are kept as, so that these can be removed. */
export class ClassArchives0017 implements MigrationInterface {
	readonly name = "ClassArchives1700000000017";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`
			CREATE TABLE class_archives (
				class_id uuid PRIMARY KEY REFERENCES classes ON DELETE CASCADE,
				made_at timestamptz NOT NULL DEFAULT now(),
				hand_ins integer NOT NULL,
				file bytea NOT NULL,
				points bytea NOT NULL,
				CONSTRAINT class_archives_hand_ins_check CHECK (hand_ins >= 0)
			)`);
		// Both are packed already.
		await runner.query("ALTER TABLE class_archives ALTER COLUMN file SET STORAGE EXTERNAL");
		await runner.query("ALTER TABLE class_archives ALTER COLUMN points SET STORAGE EXTERNAL");
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TABLE class_archives");
	}
}
