import type { MigrationInterface, QueryRunner } from "typeorm";

/** Teachers' presets for setting work. */
export class Presets0014 implements MigrationInterface {
	readonly name = "Presets1700000000014";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`CREATE TABLE presets (
			id uuid PRIMARY KEY,
			owner_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
			name text NOT NULL CHECK (name <> ''),
			rules jsonb NOT NULL,
			UNIQUE (owner_id, name)
		)`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TABLE presets");
	}
}
