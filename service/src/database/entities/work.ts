import type { LanguageId } from "@markpen/core";
import { EntitySchema } from "typeorm";
import type { Answers } from "./answers.ts";
import { instant, integer, json, reference, text, uuid } from "./columns.ts";

/** A student's program in the making. */
export interface DraftRow {
	assignmentId: string;
	exerciseId: string;
	studentId: string;
	source: string;
	language: LanguageId;
	revision: number;
	device: string;
	savedAt: Date;
	runs: number;
	state: string | null;
	met: string[];
	bestMet: number;
	idleRuns: number;
	idleMilliseconds: number;
	answers: Answers;
	hinted: Record<string, { given: number; runs: number }>;
}

export const DraftEntity = new EntitySchema<DraftRow>({
	name: "drafts",
	tableName: "drafts",
	columns: {
		assignmentId: { ...uuid, name: "assignment_id", primary: true, primaryKeyConstraintName: "drafts_pkey" },
		exerciseId: { ...uuid, name: "exercise_id", primary: true, primaryKeyConstraintName: "drafts_pkey" },
		studentId: { ...uuid, name: "student_id", primary: true, primaryKeyConstraintName: "drafts_pkey" },
		source: text,
		language: { ...text, default: "nib" },
		revision: { ...integer, default: 1 },
		device: { ...text, default: "" },
		savedAt: { ...instant, name: "saved_at", default: () => "now()" },
		runs: { ...integer, default: 0 },
		state: { ...text, nullable: true },
		met: { ...text, array: true, default: [] },
		bestMet: { ...integer, name: "best_met", default: 0 },
		idleRuns: { ...integer, name: "idle_runs", default: 0 },
		idleMilliseconds: { ...integer, name: "idle_milliseconds", default: 0 },
		answers: { ...json, default: {} },
		hinted: { ...json, default: {} },
	},
	foreignKeys: [
		reference("drafts", "assignment_id", "assignments", "CASCADE"),
		reference("drafts", "exercise_id", "exercises"),
		reference("drafts", "student_id", "accounts", "CASCADE"),
	],
	checks: [{ name: "drafts_source_check", expression: "(octet_length(source) <= 262144)" }],
	indices: [{ name: "drafts_student", columns: ["studentId"] }],
});

/** A program without an exercise. */
export interface FreeDrawingRow {
	id: string;
	studentId: string;
	name: string;
	source: string;
	revision: number;
	savedAt: Date;
}

export const FreeDrawingEntity = new EntitySchema<FreeDrawingRow>({
	name: "free_drawings",
	tableName: "free_drawings",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "free_drawings_pkey" },
		studentId: { ...uuid, name: "student_id" },
		name: text,
		source: text,
		revision: { ...integer, default: 1 },
		savedAt: { ...instant, name: "saved_at", default: () => "now()" },
	},
	foreignKeys: [reference("free_drawings", "student_id", "accounts", "CASCADE")],
	uniques: [{ name: "free_drawings_student_id_name_key", columns: ["studentId", "name"] }],
	checks: [
		{ name: "free_drawings_name_check", expression: "(name <> ''::text)" },
		{ name: "free_drawings_source_check", expression: "(octet_length(source) <= 262144)" },
	],
});

/** A student's check before handing in. */
export interface SelfCheckRow {
	id: string;
	assignmentId: string;
	exerciseId: string;
	studentId: string;
	source: string;
	language: LanguageId;
	answers: Answers;
	report: object | null;
	madeAt: Date;
}

export const SelfCheckEntity = new EntitySchema<SelfCheckRow>({
	name: "self_checks",
	tableName: "self_checks",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "self_checks_pkey" },
		assignmentId: { ...uuid, name: "assignment_id" },
		exerciseId: { ...uuid, name: "exercise_id" },
		studentId: { ...uuid, name: "student_id" },
		source: text,
		language: { ...text, default: "nib" },
		answers: { ...json, default: {} },
		report: { ...json, nullable: true },
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
	},
	foreignKeys: [
		reference("self_checks", "assignment_id", "assignments", "CASCADE"),
		reference("self_checks", "exercise_id", "exercises"),
		reference("self_checks", "student_id", "accounts", "CASCADE"),
	],
	checks: [{ name: "self_checks_source_check", expression: "(octet_length(source) <= 262144)" }],
	indices: [
		{ name: "self_checks_made", columns: ["madeAt"] },
		{ name: "self_checks_assignment", columns: ["assignmentId"] },
		{ name: "self_checks_student", columns: ["studentId"] },
	],
});
