import type { MigrationInterface, QueryRunner } from "typeorm";

/**
 * Indexes for what a school of two years does: rows that refer to a deleted student or hand-in, and a person's rows in
 * the log, are found without reading whole tables.
 */
const INDEXES = [
	["adjustments_by", "adjustments (by_id)"],
	["comments_by", "comments (by_id)"],
	["judgements_by", "judgements (by_id)"],
	["releases_by", "releases (by_id)"],
	["releases_student", "releases (student_id)"],
	["own_dates_student", "own_dates (student_id)"],
	["chosen_tries_student", "chosen_tries (student_id)"],
	["chosen_tries_hand_in", "chosen_tries (hand_in_id)"],
	["nameless_points_assignment", "nameless_points (assignment_id)"],
	["self_checks_student", "self_checks (student_id)"],
	["self_checks_assignment", "self_checks (assignment_id)"],
	["self_checks_made", "self_checks (made_at)"],
	["alike_pairs_other", "alike_pairs (other_id)"],
	["rehearsed_hand_in", "rehearsed (hand_in_id)"],
	["jobs_by", "jobs (by_id)"],
	["jobs_class", "jobs (class_id)"],
	["reports_check", "reports (check_id)"],
	["standings_report", "standings (report_id)"],
	["audit_who", "audit (who)"],
	["audit_subject", "audit (subject)"],
	["uploads_by", "uploads (by_id)"],
	["uploads_assignment", "uploads (assignment_id)"],
	["standings_open", "standings (hand_in_id) WHERE (open > (0)::numeric)"],
] as const;

/** What keeps the service as fast with years of work in it as on its first day. */
export class Growth0016 implements MigrationInterface {
	readonly name = "Growth1700000000016";

	async up(runner: QueryRunner): Promise<void> {
		for (const [name, on] of INDEXES) await runner.query(`CREATE INDEX ${name} ON ${on}`);
		for (const table of ["assignments", "classes"])
			await runner.query(`ALTER TABLE ${table} ADD COLUMN freed_at timestamptz`);
	}

	async down(runner: QueryRunner): Promise<void> {
		for (const table of ["assignments", "classes"]) await runner.query(`ALTER TABLE ${table} DROP COLUMN freed_at`);
		for (const [name] of INDEXES) await runner.query(`DROP INDEX ${name}`);
	}
}
