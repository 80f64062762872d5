import type { MigrationInterface, QueryRunner } from "typeorm";

/** What decides when a check has its turn: which wait, and which were slow of late. */
export class Turns0009 implements MigrationInterface {
	readonly name = "Turns1700000000009";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query("CREATE INDEX checks_waiting ON checks (hand_in_id) WHERE ended_at IS NULL");
		await runner.query(`CREATE TABLE slow_checks (
			id uuid PRIMARY KEY,
			student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
			assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
			at timestamptz NOT NULL DEFAULT now()
		)`);
		await runner.query("CREATE INDEX slow_checks_student ON slow_checks (student_id, at)");
		await runner.query("CREATE INDEX slow_checks_assignment ON slow_checks (assignment_id, at)");
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TABLE slow_checks");
		await runner.query("DROP INDEX checks_waiting");
	}
}
