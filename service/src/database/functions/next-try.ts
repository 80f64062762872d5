/**
 * Trigger before the insert of a hand-in: tries are numbered without gaps. The last number is read from the end of the
 * index, even if the planner has no statistics yet.
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
