import type { LanguageId } from "@markpen/core";
import { EntitySchema } from "typeorm";
import type { Answers } from "./answers.ts";
import { boolean, instant, integer, json, numeric, reference, text, uuid } from "./columns.ts";

/** One try; never changed. */
export interface HandInRow {
	id: string;
	assignmentId: string;
	studentId: string;
	tryNumber: number;
	source: string;
	language: LanguageId;
	handedInAt: Date;
	idempotencyKey: string | null;
	exerciseId: string;
	madeBy: "student" | "teacher" | "closing" | "archive";
	late: boolean;
	answers: Answers;
}

export const HandInEntity = new EntitySchema<HandInRow>({
	name: "hand_ins",
	tableName: "hand_ins",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "hand_ins_pkey" },
		assignmentId: { ...uuid, name: "assignment_id" },
		studentId: { ...uuid, name: "student_id" },
		tryNumber: { ...integer, name: "try_number" },
		source: text,
		language: text,
		handedInAt: { ...instant, name: "handed_in_at" },
		idempotencyKey: { ...text, name: "idempotency_key", nullable: true },
		exerciseId: { ...uuid, name: "exercise_id" },
		madeBy: { ...text, name: "made_by", default: "student" },
		late: { ...boolean, default: false },
		answers: { ...json, default: {} },
	},
	foreignKeys: [
		reference("hand_ins", "assignment_id", "assignments", "CASCADE"),
		reference("hand_ins", "exercise_id", "exercises"),
		reference("hand_ins", "student_id", "accounts", "CASCADE"),
	],
	uniques: [
		{
			name: "hand_ins_assignment_id_exercise_id_student_id_try_number_key",
			columns: ["assignmentId", "exerciseId", "studentId", "tryNumber"],
		},
		{ name: "hand_ins_id_exercise_id_key", columns: ["id", "exerciseId"] },
		{ name: "hand_ins_student_id_idempotency_key_key", columns: ["studentId", "idempotencyKey"] },
	],
	checks: [
		{
			name: "hand_ins_made_by_check",
			expression: "(made_by = ANY (ARRAY['student'::text, 'teacher'::text, 'closing'::text, 'archive'::text]))",
		},
		{ name: "hand_ins_source_check", expression: "(octet_length(source) <= 262144)" },
		{ name: "hand_ins_try_number_check", expression: "(try_number > 0)" },
	],
	indices: [{ name: "hand_ins_exercise", columns: ["exerciseId"] }],
});

/** The student's clock time of a hand-in that arrived later. */
export interface PressedRow {
	handInId: string;
	at: Date;
}

export const PressedEntity = new EntitySchema<PressedRow>({
	name: "pressed",
	tableName: "pressed",
	columns: {
		handInId: { ...uuid, name: "hand_in_id", primary: true, primaryKeyConstraintName: "pressed_pkey" },
		at: instant,
	},
	foreignKeys: [reference("pressed", "hand_in_id", "hand_ins", "CASCADE")],
});

/** The points of a hand-in after judgements and adjustments. */
export interface StandingRow {
	handInId: string;
	reportId: string;
	earned: number;
	possible: number;
	open: number;
	adjusted: boolean;
	criteria: string[];
	points: number[];
	verdicts: string[];
}

export const StandingEntity = new EntitySchema<StandingRow>({
	name: "standings",
	tableName: "standings",
	columns: {
		handInId: { ...uuid, name: "hand_in_id", primary: true, primaryKeyConstraintName: "standings_pkey" },
		reportId: { ...uuid, name: "report_id" },
		earned: numeric(8, 2),
		possible: numeric(8, 2),
		open: numeric(8, 2),
		adjusted: boolean,
		criteria: { ...text, array: true },
		points: { ...numeric(8, 2), array: true },
		verdicts: { ...text, array: true },
	},
	foreignKeys: [
		reference("standings", "hand_in_id", "hand_ins", "CASCADE"),
		reference("standings", "report_id", "reports", "CASCADE"),
	],
	checks: [
		{ name: "standings_earned_check", expression: "(earned >= (0)::numeric)" },
		{ name: "standings_open_check", expression: "(open >= (0)::numeric)" },
		{ name: "standings_possible_check", expression: "(possible >= (0)::numeric)" },
	],
	indices: [
		{ name: "standings_report", columns: ["reportId"] },
		{ name: "standings_open", columns: ["handInId"], where: "(open > (0)::numeric)" },
	],
});
