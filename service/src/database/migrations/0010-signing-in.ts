import type { MigrationInterface, QueryRunner } from "typeorm";

/** Browsers in which people have signed in before, and passphrases for one sign-in that were used. */
export class SigningIn0010 implements MigrationInterface {
	readonly name = "SigningIn1700000000010";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query("ALTER TABLE accounts ADD COLUMN once_used_at timestamptz");
		await runner.query(`CREATE TABLE known_browsers (
			token_hash text NOT NULL,
			account_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
			at timestamptz NOT NULL DEFAULT now(),
			PRIMARY KEY (token_hash, account_id)
		)`);
		await runner.query("CREATE INDEX known_browsers_account ON known_browsers (account_id)");
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP TABLE known_browsers");
		await runner.query("ALTER TABLE accounts DROP COLUMN once_used_at");
	}
}
