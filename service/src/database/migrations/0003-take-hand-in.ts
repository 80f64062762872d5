import type { MigrationInterface, QueryRunner } from "typeorm";

/** One call takes a hand-in: its number, row, check and event, so that a class handing in at once waits for few calls. */
export class TakeHandIn0003 implements MigrationInterface {
	readonly name = "TakeHandIn1700000000003";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`
			CREATE OR REPLACE FUNCTION next_try() RETURNS trigger LANGUAGE plpgsql AS $$
			BEGIN
				IF NEW.try_number <> 1 + (SELECT coalesce(max(h.try_number), 0) FROM hand_ins h WHERE h.assignment_id = NEW.assignment_id AND h.exercise_id = NEW.exercise_id AND h.student_id = NEW.student_id) THEN
					RAISE EXCEPTION 'tries are numbered without gaps' USING ERRCODE = 'check_violation';
				END IF;
				RETURN NEW;
			END $$;
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
				SELECT coalesce(max(h.try_number), 0) + 1 INTO number FROM hand_ins h WHERE h.assignment_id = of_assignment AND h.exercise_id = of_exercise AND h.student_id = of_student;
				IF number > most THEN RAISE EXCEPTION 'no tries left' USING ERRCODE = 'MP001'; END IF;
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
		await runner.query(`
			DROP FUNCTION take_hand_in;
			CREATE OR REPLACE FUNCTION next_try() RETURNS trigger LANGUAGE plpgsql AS $$
			BEGIN
				IF NEW.try_number <> 1 + (SELECT count(*) FROM hand_ins h WHERE h.assignment_id = NEW.assignment_id AND h.exercise_id = NEW.exercise_id AND h.student_id = NEW.student_id) THEN
					RAISE EXCEPTION 'tries are numbered without gaps' USING ERRCODE = 'check_violation';
				END IF;
				RETURN NEW;
			END $$;
		`);
	}
}
