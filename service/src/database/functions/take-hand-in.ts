/** The named arguments of {@link TAKE_HAND_IN}. */
export const NEW_HAND_IN = `
CREATE TYPE new_hand_in AS (
	id uuid,
	assignment_id uuid,
	exercise_id uuid,
	student_id uuid,
	exercise_version_id uuid,
	source text,
	language text,
	answers jsonb,
	handed_in_at timestamptz,
	late boolean,
	made_by text,
	idempotency_key text,
	max_tries integer,
	check_id uuid,
	core_version text,
	reason text
)`;

/**
 * Stores one hand-in: its number, row, check and event. Without tries left it returns a row of nulls, so that others in
 * the same statement go on; a repeated key returns the first call's hand-in.
 */
export const TAKE_HAND_IN = `
CREATE FUNCTION take_hand_in(arrived new_hand_in)
	RETURNS TABLE (id uuid, "tryNumber" integer, "handedInAt" timestamptz, late boolean)
	LANGUAGE plpgsql AS $$
DECLARE number integer;
BEGIN
	-- Each statement below sees what was committed before the lock was had.
	PERFORM pg_advisory_xact_lock(hashtextextended(
		arrived.student_id || ' ' || arrived.assignment_id || ' ' || arrived.exercise_id, 0));
	IF arrived.idempotency_key IS NOT NULL THEN
		RETURN QUERY SELECT h.id, h.try_number, h.handed_in_at, h.late FROM hand_ins h
			WHERE h.student_id = arrived.student_id AND h.idempotency_key = arrived.idempotency_key;
		IF FOUND THEN RETURN; END IF;
	END IF;
	number := 1 + coalesce((
		SELECT h.try_number FROM hand_ins h
		WHERE h.assignment_id = arrived.assignment_id AND h.exercise_id = arrived.exercise_id
			AND h.student_id = arrived.student_id
		ORDER BY h.try_number DESC LIMIT 1
	), 0);
	IF number > arrived.max_tries THEN
		RETURN QUERY SELECT NULL::uuid, NULL::integer, NULL::timestamptz, NULL::boolean;
		RETURN;
	END IF;
	INSERT INTO hand_ins (id, assignment_id, exercise_id, student_id, try_number, source, language, handed_in_at,
			idempotency_key, made_by, late, answers)
		VALUES (arrived.id, arrived.assignment_id, arrived.exercise_id, arrived.student_id, number, arrived.source,
			arrived.language, arrived.handed_in_at, arrived.idempotency_key, arrived.made_by, arrived.late,
			arrived.answers);
	INSERT INTO checks (id, hand_in_id, exercise_version_id, core_version, requested_at, reason)
		VALUES (arrived.check_id, arrived.id, arrived.exercise_version_id, arrived.core_version, clock_timestamp(),
			arrived.reason);
	IF arrived.reason = 'hand-in' THEN
		INSERT INTO progress (subject, kind, data)
			VALUES (arrived.assignment_id, 'handed-in', jsonb_build_object('handInId', arrived.id));
		PERFORM pg_notify('markpen_progress', arrived.assignment_id::text);
	END IF;
	PERFORM pg_notify('markpen_work', '');
	RETURN QUERY SELECT arrived.id, number, arrived.handed_in_at, arrived.late;
END $$`;
