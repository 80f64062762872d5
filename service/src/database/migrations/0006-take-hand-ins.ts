import type { MigrationInterface, QueryRunner } from "typeorm";
import { TakeHandIn0003 } from "./0003-take-hand-in.ts";

/** The last number of a student's tries, read off the end of the index also where the planner knows nothing of the table yet. */
const lastTry = (assignment: string, exercise: string, student: string) =>
	`coalesce((SELECT h.try_number FROM hand_ins h WHERE h.assignment_id = ${assignment} AND h.exercise_id = ${exercise} AND h.student_id = ${student} ORDER BY h.try_number DESC LIMIT 1), 0)`;

/** A hand-in without tries left is told by an empty row, so that others taken by the same statement go on. */
export class TakeHandIns0006 implements MigrationInterface {
	readonly name = "TakeHandIns1700000000006";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`
			-- The keys of repeated calls begin with the student too.
			DROP INDEX hand_ins_student;
			CREATE OR REPLACE FUNCTION next_try() RETURNS trigger LANGUAGE plpgsql AS $$
			BEGIN
				IF NEW.try_number <> 1 + ${lastTry("NEW.assignment_id", "NEW.exercise_id", "NEW.student_id")} THEN
					RAISE EXCEPTION 'tries are numbered without gaps' USING ERRCODE = 'check_violation';
				END IF;
				RETURN NEW;
			END $$;
			DROP FUNCTION take_hand_in;
			CREATE FUNCTION take_hand_in(
				the_id uuid, of_assignment uuid, of_exercise uuid, of_student uuid, of_version uuid, the_source text, the_answers jsonb, the_time timestamptz, is_late boolean, made text, key text, most integer,
				the_check uuid, core text, why text
			) RETURNS TABLE (id uuid, "tryNumber" integer, "handedInAt" timestamptz, late boolean) LANGUAGE plpgsql AS $$
			DECLARE number integer;
			BEGIN
				-- Each statement below sees what was committed before the lock was had.
				PERFORM pg_advisory_xact_lock(hashtextextended(of_student || ' ' || of_assignment || ' ' || of_exercise, 0));
				IF key IS NOT NULL THEN
					RETURN QUERY SELECT h.id, h.try_number, h.handed_in_at, h.late FROM hand_ins h WHERE h.student_id = of_student AND h.idempotency_key = key;
					IF FOUND THEN RETURN; END IF;
				END IF;
				number := 1 + ${lastTry("of_assignment", "of_exercise", "of_student")};
				IF number > most THEN
					RETURN QUERY SELECT NULL::uuid, NULL::integer, NULL::timestamptz, NULL::boolean;
					RETURN;
				END IF;
				INSERT INTO hand_ins (id, assignment_id, exercise_id, student_id, try_number, source, language, handed_in_at, idempotency_key, made_by, late, answers)
					VALUES (the_id, of_assignment, of_exercise, of_student, number, the_source, 'nib', the_time, key, made, is_late, the_answers);
				INSERT INTO checks (id, hand_in_id, exercise_version_id, core_version, requested_at, reason) VALUES (the_check, the_id, of_version, core, clock_timestamp(), why);
				IF why = 'hand-in' THEN
					INSERT INTO progress (subject, kind, data) VALUES (of_assignment, 'handed-in', jsonb_build_object('handInId', the_id));
					PERFORM pg_notify('markpen_progress', of_assignment::text);
				END IF;
				PERFORM pg_notify('markpen_work', '');
				RETURN QUERY SELECT the_id, number, the_time, is_late;
			END $$;
		`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query("DROP FUNCTION take_hand_in; CREATE INDEX hand_ins_student ON hand_ins (student_id)");
		await new TakeHandIn0003().up(runner);
	}
}
