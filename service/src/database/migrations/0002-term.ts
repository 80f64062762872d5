import type { MigrationInterface, QueryRunner } from "typeorm";

/** What a school needs for its term: rosters, drafts, collections, marks by people, releases, jobs, the audit list. */
export class Term0002 implements MigrationInterface {
	readonly name = "Term1700000000002";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`
			ALTER TABLE accounts
				ADD COLUMN administrator boolean NOT NULL DEFAULT false,
				ADD COLUMN once boolean NOT NULL DEFAULT false,
				ADD COLUMN sourced_id text,
				ADD COLUMN made_at timestamptz NOT NULL DEFAULT now(),
				ADD CHECK (NOT administrator OR role = 'teacher');
			CREATE UNIQUE INDEX accounts_sourced_id ON accounts (sourced_id) WHERE sourced_id IS NOT NULL;
			ALTER TABLE classes
				ADD COLUMN zone text NOT NULL DEFAULT 'UTC',
				ADD COLUMN grade_scale jsonb NOT NULL DEFAULT '[]',
				ADD COLUMN revision integer NOT NULL DEFAULT 1,
				ADD COLUMN sourced_id text UNIQUE,
				ADD COLUMN closed_at timestamptz;
			ALTER TABLE class_teachers ADD COLUMN until timestamptz;
			ALTER TABLE class_students
				ADD COLUMN joined_at timestamptz NOT NULL DEFAULT now(),
				ADD COLUMN left_at timestamptz,
				ADD CHECK (left_at IS NULL OR left_at >= joined_at);
			CREATE TABLE tokens (
				id uuid PRIMARY KEY,
				account_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				name text NOT NULL CHECK (name <> ''),
				token_hash text NOT NULL UNIQUE,
				scope text NOT NULL CHECK (scope IN ('read', 'write')),
				made_at timestamptz NOT NULL DEFAULT now(),
				ends_at timestamptz NOT NULL,
				used_at timestamptz,
				revoked_at timestamptz
			);
			CREATE INDEX tokens_account ON tokens (account_id);
			CREATE TABLE sign_in_failures (subject text NOT NULL, at timestamptz NOT NULL DEFAULT now());
			CREATE INDEX sign_in_failures_subject ON sign_in_failures (subject, at);
			CREATE TABLE repeated_calls (
				account_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				key text NOT NULL,
				route text NOT NULL,
				reply jsonb,
				at timestamptz NOT NULL DEFAULT now(),
				PRIMARY KEY (account_id, route, key)
			);

			ALTER TABLE exercises
				ADD COLUMN owner_id uuid REFERENCES accounts,
				ADD COLUMN shared boolean NOT NULL DEFAULT true,
				ADD COLUMN draft text,
				ADD COLUMN revision integer NOT NULL DEFAULT 1,
				ADD COLUMN drafted_at timestamptz;
			CREATE TABLE trial_programs (
				exercise_id uuid NOT NULL REFERENCES exercises ON DELETE CASCADE,
				position integer NOT NULL,
				name text NOT NULL CHECK (name <> ''),
				source text NOT NULL CHECK (octet_length(source) <= 262144),
				expects numeric(8, 2),
				PRIMARY KEY (exercise_id, name)
			);
			CREATE TABLE collections (
				id uuid PRIMARY KEY,
				key text NOT NULL UNIQUE,
				owner_id uuid REFERENCES accounts,
				shared boolean NOT NULL DEFAULT false,
				title text NOT NULL,
				source text NOT NULL,
				revision integer NOT NULL DEFAULT 1,
				changed_at timestamptz NOT NULL DEFAULT now()
			);

			ALTER TABLE assignments
				ADD COLUMN title text NOT NULL DEFAULT '',
				ADD COLUMN collection_id uuid REFERENCES collections,
				ADD COLUMN done_when numeric(4, 3) NOT NULL DEFAULT 0.8 CHECK (done_when > 0 AND done_when <= 1),
				ADD COLUMN counts text NOT NULL DEFAULT 'best' CHECK (counts IN ('best', 'latest', 'chosen')),
				ADD COLUMN late text NOT NULL DEFAULT 'marked' CHECK (late IN ('marked', 'reduced', 'refused')),
				ADD COLUMN late_share numeric(4, 3) NOT NULL DEFAULT 0 CHECK (late_share >= 0 AND late_share <= 1),
				ADD COLUMN show_checklist text NOT NULL DEFAULT 'opening' CHECK (show_checklist IN ('opening', 'hand-in')),
				ADD COLUMN show_points text NOT NULL DEFAULT 'at once' CHECK (show_points IN ('at once', 'release', 'closing')),
				ADD COLUMN show_feedback text NOT NULL DEFAULT 'at once' CHECK (show_feedback IN ('at once', 'release', 'closing')),
				ADD COLUMN show_model text NOT NULL DEFAULT 'never' CHECK (show_model IN ('never', 'release', 'closing')),
				ADD COLUMN show_model_as text NOT NULL DEFAULT 'picture' CHECK (show_model_as IN ('picture', 'source')),
				ADD COLUMN hand_in_drafts boolean NOT NULL DEFAULT true,
				ADD COLUMN weight numeric(6, 2) NOT NULL DEFAULT 1 CHECK (weight >= 0),
				ADD COLUMN revision integer NOT NULL DEFAULT 1;
			CREATE TABLE assignment_exercises (
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				exercise_id uuid NOT NULL REFERENCES exercises,
				exercise_version_id uuid NOT NULL REFERENCES exercise_versions,
				position integer NOT NULL,
				PRIMARY KEY (assignment_id, exercise_id),
				UNIQUE (assignment_id, position)
			);
			INSERT INTO assignment_exercises SELECT a.id, v.exercise_id, v.id, 0 FROM assignments a JOIN exercise_versions v ON v.id = a.exercise_version_id;
			UPDATE assignments a SET title = v.title FROM exercise_versions v WHERE v.id = a.exercise_version_id;
			ALTER TABLE assignments DROP COLUMN exercise_version_id;
			CREATE TABLE own_dates (
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				due_at timestamptz,
				closes_at timestamptz,
				excused boolean NOT NULL DEFAULT false,
				PRIMARY KEY (assignment_id, student_id),
				CHECK (due_at IS NULL OR closes_at IS NULL OR due_at <= closes_at)
			);
			CREATE TABLE drafts (
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				exercise_id uuid NOT NULL REFERENCES exercises,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				source text NOT NULL CHECK (octet_length(source) <= 262144),
				revision integer NOT NULL DEFAULT 1,
				device text NOT NULL DEFAULT '',
				saved_at timestamptz NOT NULL DEFAULT now(),
				runs integer NOT NULL DEFAULT 0,
				state text,
				met text[] NOT NULL DEFAULT '{}',
				best_met integer NOT NULL DEFAULT 0,
				idle_runs integer NOT NULL DEFAULT 0,
				idle_milliseconds integer NOT NULL DEFAULT 0,
				answers jsonb NOT NULL DEFAULT '{}',
				PRIMARY KEY (assignment_id, exercise_id, student_id)
			);
			CREATE INDEX drafts_student ON drafts (student_id);
			CREATE TABLE free_drawings (
				id uuid PRIMARY KEY,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				name text NOT NULL CHECK (name <> ''),
				source text NOT NULL CHECK (octet_length(source) <= 262144),
				revision integer NOT NULL DEFAULT 1,
				saved_at timestamptz NOT NULL DEFAULT now(),
				UNIQUE (student_id, name)
			);

			ALTER TABLE hand_ins
				ADD COLUMN exercise_id uuid REFERENCES exercises,
				ADD COLUMN made_by text NOT NULL DEFAULT 'student' CHECK (made_by IN ('student', 'teacher', 'closing', 'archive')),
				ADD COLUMN late boolean NOT NULL DEFAULT false,
				ADD COLUMN answers jsonb NOT NULL DEFAULT '{}';
			UPDATE hand_ins h SET exercise_id = x.exercise_id FROM assignment_exercises x WHERE x.assignment_id = h.assignment_id;
			ALTER TABLE hand_ins
				ALTER COLUMN exercise_id SET NOT NULL,
				DROP CONSTRAINT hand_ins_assignment_id_student_id_try_number_key,
				ADD UNIQUE (assignment_id, exercise_id, student_id, try_number),
				ADD UNIQUE (id, exercise_id);
			CREATE INDEX hand_ins_student ON hand_ins (student_id);
			CREATE INDEX hand_ins_exercise ON hand_ins (exercise_id);
			CREATE FUNCTION next_try() RETURNS trigger LANGUAGE plpgsql AS $$
			BEGIN
				IF NEW.try_number <> 1 + (SELECT count(*) FROM hand_ins h WHERE h.assignment_id = NEW.assignment_id AND h.exercise_id = NEW.exercise_id AND h.student_id = NEW.student_id) THEN
					RAISE EXCEPTION 'tries are numbered without gaps' USING ERRCODE = 'check_violation';
				END IF;
				RETURN NEW;
			END $$;
			CREATE TRIGGER hand_ins_next_try BEFORE INSERT ON hand_ins FOR EACH ROW EXECUTE FUNCTION next_try();
			CREATE FUNCTION never_changed() RETURNS trigger LANGUAGE plpgsql AS $$
			BEGIN
				RAISE EXCEPTION '% is never changed', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
			END $$;
			CREATE TRIGGER hand_ins_never_changed BEFORE UPDATE ON hand_ins FOR EACH ROW EXECUTE FUNCTION never_changed();
			CREATE TRIGGER exercise_versions_never_changed BEFORE UPDATE ON exercise_versions FOR EACH ROW EXECUTE FUNCTION never_changed();
			CREATE TABLE chosen_tries (
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				exercise_id uuid NOT NULL REFERENCES exercises,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				PRIMARY KEY (assignment_id, exercise_id, student_id)
			);
			ALTER TABLE checks ADD COLUMN reason text NOT NULL DEFAULT 'hand-in' CHECK (reason IN ('hand-in', 'again', 'archive'));
			ALTER TABLE reports
				ADD COLUMN criteria text[] NOT NULL DEFAULT '{}',
				ADD COLUMN slips text[] NOT NULL DEFAULT '{}',
				ADD COLUMN open numeric(8, 2) NOT NULL DEFAULT 0,
				ADD COLUMN brought jsonb NOT NULL DEFAULT '{}',
				DROP CONSTRAINT reports_check;
			CREATE INDEX reports_hand_in ON reports (hand_in_id, made_at DESC);
			CREATE TABLE tapes (
				hand_in_id uuid PRIMARY KEY REFERENCES hand_ins ON DELETE CASCADE,
				core_version text NOT NULL,
				tape bytea NOT NULL CHECK (octet_length(tape) <= 2097152)
			);
			CREATE TABLE judgements (
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				criterion text NOT NULL,
				points numeric(8, 2) NOT NULL CHECK (points >= 0),
				by_id uuid NOT NULL REFERENCES accounts,
				at timestamptz NOT NULL DEFAULT now(),
				PRIMARY KEY (hand_in_id, criterion)
			);
			CREATE TABLE adjustments (
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				criterion text NOT NULL,
				points numeric(8, 2) NOT NULL CHECK (points >= 0),
				reason text NOT NULL CHECK (reason <> ''),
				by_id uuid NOT NULL REFERENCES accounts,
				at timestamptz NOT NULL DEFAULT now(),
				PRIMARY KEY (hand_in_id, criterion)
			);
			CREATE TABLE comments (
				id uuid PRIMARY KEY,
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				by_id uuid NOT NULL REFERENCES accounts,
				place jsonb NOT NULL,
				words text NOT NULL CHECK (words <> ''),
				at timestamptz NOT NULL DEFAULT now()
			);
			CREATE INDEX comments_hand_in ON comments (hand_in_id);
			CREATE TABLE kept_comments (
				id uuid PRIMARY KEY,
				owner_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				words text NOT NULL CHECK (words <> ''),
				made_at timestamptz NOT NULL DEFAULT now()
			);
			CREATE TABLE standings (
				hand_in_id uuid PRIMARY KEY REFERENCES hand_ins ON DELETE CASCADE,
				report_id uuid NOT NULL REFERENCES reports ON DELETE CASCADE,
				earned numeric(8, 2) NOT NULL CHECK (earned >= 0),
				possible numeric(8, 2) NOT NULL CHECK (possible >= 0),
				open numeric(8, 2) NOT NULL CHECK (open >= 0),
				adjusted boolean NOT NULL,
				criteria text[] NOT NULL,
				points numeric(8, 2)[] NOT NULL,
				verdicts text[] NOT NULL
			);
			CREATE VIEW counting AS
				SELECT DISTINCT ON (h.assignment_id, h.exercise_id, h.student_id)
					h.assignment_id, h.exercise_id, h.student_id, h.id AS hand_in_id, h.try_number, h.handed_in_at, h.late, h.made_by,
					count(*) OVER (PARTITION BY h.assignment_id, h.exercise_id, h.student_id)::int AS tries,
					s.report_id, s.possible, s.open, coalesce(s.adjusted, false) AS adjusted, s.criteria, s.points, s.verdicts,
					CASE WHEN a.late = 'reduced' AND h.late THEN floor(s.earned * (1 - a.late_share) * 4 + 0.5) / 4 ELSE s.earned END AS earned
				FROM hand_ins h
				JOIN assignments a ON a.id = h.assignment_id
				LEFT JOIN standings s ON s.hand_in_id = h.id
				LEFT JOIN chosen_tries c ON c.hand_in_id = h.id AND a.counts = 'chosen'
				ORDER BY h.assignment_id, h.exercise_id, h.student_id,
					(c.hand_in_id IS NOT NULL) DESC,
					CASE WHEN a.counts = 'latest' THEN h.try_number END DESC NULLS LAST,
					CASE WHEN a.late = 'reduced' AND h.late THEN floor(s.earned * (1 - a.late_share) * 4 + 0.5) / 4 ELSE s.earned END DESC NULLS LAST,
					h.try_number DESC;
			CREATE TABLE releases (
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				by_id uuid NOT NULL REFERENCES accounts,
				at timestamptz NOT NULL DEFAULT now(),
				PRIMARY KEY (assignment_id, student_id)
			);
			CREATE TABLE nameless_points (
				id uuid PRIMARY KEY,
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				exercise_id uuid NOT NULL REFERENCES exercises,
				earned numeric(8, 2) NOT NULL,
				possible numeric(8, 2) NOT NULL
			);
			CREATE TABLE alike_pairs (
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				one_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				other_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				likeness numeric(4, 3) NOT NULL,
				drawing numeric(4, 3) NOT NULL,
				source numeric(4, 3) NOT NULL,
				dismissed_at timestamptz,
				dismissed_by uuid REFERENCES accounts,
				PRIMARY KEY (one_id, other_id)
			);
			CREATE INDEX alike_pairs_assignment ON alike_pairs (assignment_id);
			CREATE TABLE jobs (
				id uuid PRIMARY KEY,
				kind text NOT NULL,
				by_id uuid REFERENCES accounts ON DELETE SET NULL,
				class_id uuid REFERENCES classes ON DELETE CASCADE,
				about jsonb NOT NULL DEFAULT '{}',
				state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'running', 'done', 'failed')),
				done integer NOT NULL DEFAULT 0,
				total integer NOT NULL DEFAULT 0,
				result jsonb,
				made_at timestamptz NOT NULL DEFAULT now(),
				ended_at timestamptz
			);
			CREATE TABLE rehearsed (
				job_id uuid NOT NULL REFERENCES jobs ON DELETE CASCADE,
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				report jsonb NOT NULL,
				PRIMARY KEY (job_id, hand_in_id)
			);
			CREATE TABLE uploads (
				id uuid PRIMARY KEY,
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				by_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				files jsonb NOT NULL,
				made_at timestamptz NOT NULL DEFAULT now()
			);
			CREATE TABLE self_checks (
				id uuid PRIMARY KEY,
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				exercise_id uuid NOT NULL REFERENCES exercises,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				source text NOT NULL CHECK (octet_length(source) <= 262144),
				answers jsonb NOT NULL DEFAULT '{}',
				report jsonb,
				made_at timestamptz NOT NULL DEFAULT now()
			);
			CREATE TABLE progress (
				id bigserial PRIMARY KEY,
				subject uuid NOT NULL,
				kind text NOT NULL,
				data jsonb NOT NULL DEFAULT '{}',
				at timestamptz NOT NULL DEFAULT now()
			);
			CREATE INDEX progress_subject ON progress (subject, id);
			CREATE INDEX progress_at ON progress (at);
			CREATE TABLE audit (
				id bigserial PRIMARY KEY,
				at timestamptz NOT NULL DEFAULT now(),
				who uuid,
				what text NOT NULL,
				subject uuid,
				field text,
				old text,
				new text
			);
			CREATE TRIGGER audit_never_changed BEFORE UPDATE OR DELETE ON audit FOR EACH ROW EXECUTE FUNCTION never_changed();
		`);
	}

	async down(runner: QueryRunner): Promise<void> {
		throw new Error(
			`going back before ${this.name} would lose work: restore a backup instead${runner.isReleased ? "" : "."}`,
		);
	}
}
