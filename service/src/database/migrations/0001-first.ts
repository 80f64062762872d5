import type { MigrationInterface, QueryRunner } from "typeorm";

/** People, classes, exercises and their versions, assignments, hand-ins, checks and reports. */
export class First0001 implements MigrationInterface {
	readonly name = "First1700000000001";

	async up(runner: QueryRunner): Promise<void> {
		await runner.query(`
			CREATE TABLE accounts (
				id uuid PRIMARY KEY,
				role text NOT NULL CHECK (role IN ('teacher', 'student')),
				name text NOT NULL CHECK (name <> ''),
				sign_in_name text NOT NULL CHECK (sign_in_name <> ''),
				passphrase_hash text NOT NULL,
				closed_at timestamptz
			);
			CREATE TABLE classes (
				id uuid PRIMARY KEY,
				name text NOT NULL CHECK (name <> ''),
				school_year text NOT NULL,
				code text NOT NULL UNIQUE
			);
			CREATE TABLE class_teachers (
				class_id uuid NOT NULL REFERENCES classes ON DELETE CASCADE,
				account_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				PRIMARY KEY (class_id, account_id)
			);
			CREATE INDEX class_teachers_account ON class_teachers (account_id);
			CREATE TABLE class_students (
				class_id uuid NOT NULL REFERENCES classes ON DELETE CASCADE,
				account_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				sign_in_name text NOT NULL,
				PRIMARY KEY (class_id, account_id),
				UNIQUE (class_id, sign_in_name)
			);
			CREATE INDEX class_students_account ON class_students (account_id);
			CREATE UNIQUE INDEX accounts_open_teacher_name ON accounts (lower(sign_in_name)) WHERE closed_at IS NULL AND role = 'teacher';
			CREATE TABLE sessions (
				token_hash text PRIMARY KEY,
				account_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				begun_at timestamptz NOT NULL DEFAULT now(),
				ends_at timestamptz NOT NULL
			);
			CREATE INDEX sessions_account ON sessions (account_id);
			CREATE TABLE exercises (
				id uuid PRIMARY KEY,
				key text NOT NULL UNIQUE
			);
			CREATE TABLE exercise_versions (
				id uuid PRIMARY KEY,
				exercise_id uuid NOT NULL REFERENCES exercises,
				number integer NOT NULL CHECK (number > 0),
				title text NOT NULL,
				source text NOT NULL,
				published_at timestamptz NOT NULL,
				UNIQUE (exercise_id, number)
			);
			CREATE TABLE assignments (
				id uuid PRIMARY KEY,
				class_id uuid NOT NULL REFERENCES classes ON DELETE CASCADE,
				exercise_version_id uuid NOT NULL REFERENCES exercise_versions,
				opens_at timestamptz NOT NULL,
				due_at timestamptz NOT NULL,
				closes_at timestamptz NOT NULL,
				tries integer CHECK (tries > 0),
				CHECK (opens_at <= due_at AND due_at <= closes_at)
			);
			CREATE INDEX assignments_class ON assignments (class_id);
			CREATE TABLE hand_ins (
				id uuid PRIMARY KEY,
				assignment_id uuid NOT NULL REFERENCES assignments ON DELETE CASCADE,
				student_id uuid NOT NULL REFERENCES accounts ON DELETE CASCADE,
				try_number integer NOT NULL CHECK (try_number > 0),
				source text NOT NULL CHECK (octet_length(source) <= 262144),
				language text NOT NULL,
				handed_in_at timestamptz NOT NULL,
				idempotency_key text,
				UNIQUE (assignment_id, student_id, try_number),
				UNIQUE (student_id, idempotency_key)
			);
			CREATE TABLE checks (
				id uuid PRIMARY KEY,
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				exercise_version_id uuid NOT NULL REFERENCES exercise_versions,
				core_version text NOT NULL,
				requested_at timestamptz NOT NULL,
				ended_at timestamptz
			);
			CREATE INDEX checks_hand_in ON checks (hand_in_id);
			CREATE TABLE reports (
				id uuid PRIMARY KEY,
				check_id uuid NOT NULL REFERENCES checks ON DELETE CASCADE,
				hand_in_id uuid NOT NULL REFERENCES hand_ins ON DELETE CASCADE,
				exercise_version_id uuid NOT NULL REFERENCES exercise_versions,
				core_version text NOT NULL,
				state text NOT NULL,
				ended text NOT NULL,
				earned numeric(8, 2) NOT NULL CHECK (earned >= 0),
				possible numeric(8, 2) NOT NULL CHECK (possible >= 0),
				verdicts text[] NOT NULL,
				note text NOT NULL,
				body jsonb NOT NULL,
				made_at timestamptz NOT NULL,
				CHECK (earned <= possible),
				UNIQUE (hand_in_id, exercise_version_id, core_version)
			);
		`);
	}

	async down(runner: QueryRunner): Promise<void> {
		await runner.query(
			"DROP TABLE reports, checks, hand_ins, assignments, exercise_versions, exercises, sessions, class_students, class_teachers, classes, accounts",
		);
	}
}
