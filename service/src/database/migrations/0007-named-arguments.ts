import type { MigrationInterface, QueryRunner } from "typeorm";
import { NEXT_TRY } from "../functions/next-try.ts";
import { NEW_HAND_IN, TAKE_HAND_IN } from "../functions/take-hand-in.ts";
import { TakeHandIns0006 } from "./0006-take-hand-ins.ts";

/** A hand-in is taken by arguments with names; every table has a primary key. */
export class NamedArguments0007 implements MigrationInterface {
	readonly name = "NamedArguments1700000000007";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query("DROP FUNCTION take_hand_in");
		await runner.query(NEXT_TRY);
		await runner.query(NEW_HAND_IN);
		await runner.query(TAKE_HAND_IN);
		await runner.query("ALTER TABLE sign_in_failures ADD COLUMN id bigserial PRIMARY KEY");
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("ALTER TABLE sign_in_failures DROP COLUMN id");
		await runner.query("DROP FUNCTION take_hand_in");
		await runner.query("DROP TYPE new_hand_in");
		// The migration before drops an index and a function of its own, which are put in its way.
		await runner.query("CREATE INDEX hand_ins_student ON hand_ins (student_id)");
		await runner.query("CREATE FUNCTION take_hand_in() RETURNS void LANGUAGE sql AS ''");
		await new TakeHandIns0006().up(runner);
	}
}
