/**
 * Trigger before a hand-in is inserted: tries are numbered without gaps. The last number is read off the end of the
 * index, also where the planner knows nothing of the table yet.
 */
export const NEXT_TRY = `
CREATE OR REPLACE FUNCTION next_try() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.try_number <> 1 + coalesce((
		SELECT h.try_number FROM hand_ins h
		WHERE h.assignment_id = NEW.assignment_id AND h.exercise_id = NEW.exercise_id AND h.student_id = NEW.student_id
		ORDER BY h.try_number DESC LIMIT 1
	), 0) THEN
		RAISE EXCEPTION 'tries are numbered without gaps' USING ERRCODE = 'check_violation';
	END IF;
	RETURN NEW;
END $$`;
