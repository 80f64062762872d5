import { EntitySchema } from "typeorm";
import { boolean, bytes, instant, json, numeric, reference, text, uuid } from "./columns.ts";

/** One run of marking that was asked for. */
export interface CheckRow {
	id: string;
	handInId: string;
	exerciseVersionId: string;
	coreVersion: string;
	requestedAt: Date;
	endedAt: Date | null;
	reason: "hand-in" | "again" | "archive";
}

export const CheckEntity = new EntitySchema<CheckRow>({
	name: "checks",
	tableName: "checks",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "checks_pkey" },
		handInId: { ...uuid, name: "hand_in_id" },
		exerciseVersionId: { ...uuid, name: "exercise_version_id" },
		coreVersion: { ...text, name: "core_version" },
		requestedAt: { ...instant, name: "requested_at" },
		endedAt: { ...instant, name: "ended_at", nullable: true },
		reason: { ...text, default: "hand-in" },
	},
	foreignKeys: [
		reference("checks", "exercise_version_id", "exercise_versions"),
		reference("checks", "hand_in_id", "hand_ins", "CASCADE"),
	],
	checks: [
		{
			name: "checks_reason_check",
			expression: "(reason = ANY (ARRAY['hand-in'::text, 'again'::text, 'archive'::text]))",
		},
	],
	indices: [
		{ name: "checks_hand_in", columns: ["handInId"] },
		{ name: "checks_waiting", columns: ["handInId"], where: "(ended_at IS NULL)" },
	],
});

/** The result of a check. */
export interface ReportRow {
	id: string;
	checkId: string;
	handInId: string;
	exerciseVersionId: string;
	coreVersion: string;
	state: string;
	ended: string;
	earned: number;
	possible: number;
	verdicts: string[];
	note: string;
	body: object;
	madeAt: Date;
	criteria: string[];
	slips: string[];
	open: number;
	brought: object;
}

export const ReportEntity = new EntitySchema<ReportRow>({
	name: "reports",
	tableName: "reports",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "reports_pkey" },
		checkId: { ...uuid, name: "check_id" },
		handInId: { ...uuid, name: "hand_in_id" },
		exerciseVersionId: { ...uuid, name: "exercise_version_id" },
		coreVersion: { ...text, name: "core_version" },
		state: text,
		ended: text,
		earned: numeric(8, 2),
		possible: numeric(8, 2),
		verdicts: { ...text, array: true },
		note: text,
		body: json,
		madeAt: { ...instant, name: "made_at" },
		criteria: { ...text, array: true, default: [] },
		slips: { ...text, array: true, default: [] },
		open: { ...numeric(8, 2), default: 0 },
		brought: { ...json, default: {} },
	},
	foreignKeys: [
		reference("reports", "check_id", "checks", "CASCADE"),
		reference("reports", "exercise_version_id", "exercise_versions"),
		reference("reports", "hand_in_id", "hand_ins", "CASCADE"),
	],
	uniques: [
		{
			name: "reports_hand_in_id_exercise_version_id_core_version_key",
			columns: ["handInId", "exerciseVersionId", "coreVersion"],
		},
	],
	checks: [
		{ name: "reports_earned_check", expression: "(earned >= (0)::numeric)" },
		{ name: "reports_possible_check", expression: "(possible >= (0)::numeric)" },
	],
	indices: [
		{ name: "reports_check", columns: ["checkId"] },
		{ name: "reports_hand_in", columns: ["handInId", "madeAt"] },
	],
});

/** The causes of missed criteria, or possible causes if none is proved. */
export interface ExplanationRow {
	reportId: string;
	causes: object;
	slips: object;
	ids: string[];
	oneChangeAway: boolean;
	madeAt: Date;
}

export const ExplanationEntity = new EntitySchema<ExplanationRow>({
	name: "explanations",
	tableName: "explanations",
	columns: {
		reportId: { ...uuid, name: "report_id", primary: true, primaryKeyConstraintName: "explanations_pkey" },
		causes: json,
		slips: json,
		ids: { ...text, array: true, default: [] },
		oneChangeAway: { ...boolean, name: "one_change_away", default: false },
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
	},
	foreignKeys: [reference("explanations", "report_id", "reports", "CASCADE")],
});

/** The first seed's tape, compressed. */
export interface StoredTapeRow {
	handInId: string;
	coreVersion: string;
	tape: Buffer;
}

export const StoredTapeEntity = new EntitySchema<StoredTapeRow>({
	name: "tapes",
	tableName: "tapes",
	columns: {
		handInId: { ...uuid, name: "hand_in_id", primary: true, primaryKeyConstraintName: "tapes_pkey" },
		coreVersion: { ...text, name: "core_version" },
		tape: bytes,
	},
	foreignKeys: [reference("tapes", "hand_in_id", "hand_ins", "CASCADE")],
	checks: [{ name: "tapes_tape_check", expression: "(octet_length(tape) <= 2097152)" }],
});

/** A slow check: the student's next checks, or the class's for this assignment, go into the slow lane. */
export interface SlowCheckRow {
	id: string;
	studentId: string;
	assignmentId: string;
	at: Date;
}

export const SlowCheckEntity = new EntitySchema<SlowCheckRow>({
	name: "slow_checks",
	tableName: "slow_checks",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "slow_checks_pkey" },
		studentId: { ...uuid, name: "student_id" },
		assignmentId: { ...uuid, name: "assignment_id" },
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [
		reference("slow_checks", "assignment_id", "assignments", "CASCADE"),
		reference("slow_checks", "student_id", "accounts", "CASCADE"),
	],
	indices: [
		{ name: "slow_checks_student", columns: ["studentId", "at"] },
		{ name: "slow_checks_assignment", columns: ["assignmentId", "at"] },
	],
});
