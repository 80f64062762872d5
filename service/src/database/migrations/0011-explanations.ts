import type { MigrationInterface, QueryRunner } from "typeorm";
import { FULL_REPORTS } from "../functions/full-reports.ts";

/** The causes of what a report misses: a record of their own, which comes after the report. */
export class Explanations0011 implements MigrationInterface {
	readonly name = "Explanations1700000000011";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`CREATE TABLE explanations (
			report_id uuid PRIMARY KEY REFERENCES reports ON DELETE CASCADE,
			causes jsonb NOT NULL,
			slips jsonb NOT NULL,
			ids text[] NOT NULL DEFAULT '{}',
			one_change_away boolean NOT NULL DEFAULT false,
			made_at timestamptz NOT NULL DEFAULT now()
		)`);
		await runner.query(FULL_REPORTS);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP VIEW full_reports");
		await runner.query("DROP TABLE explanations");
	}
}
