import { EntitySchema } from "typeorm";
import { boolean, instant, integer, numeric, reference, text, uuid } from "./columns.ts";

/** Work set to a class. */
export interface AssignmentRow {
	id: string;
	classId: string;
	opensAt: Date;
	dueAt: Date;
	closesAt: Date;
	tries: number | null;
	title: string;
	collectionId: string | null;
	doneWhen: number;
	counts: "best" | "latest" | "chosen";
	late: "marked" | "reduced" | "refused";
	lateShare: number;
	showChecklist: "opening" | "hand-in";
	showPoints: "at once" | "release" | "closing";
	showFeedback: "at once" | "release" | "closing";
	showModel: "never" | "release" | "closing";
	showModelAs: "picture" | "source";
	handInDrafts: boolean;
	weight: number;
	revision: number;
	/** When the recordings of tries that don't count were removed. */
	freedAt: Date | null;
}

export const AssignmentEntity = new EntitySchema<AssignmentRow>({
	name: "assignments",
	tableName: "assignments",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "assignments_pkey" },
		classId: { ...uuid, name: "class_id" },
		opensAt: { ...instant, name: "opens_at" },
		dueAt: { ...instant, name: "due_at" },
		closesAt: { ...instant, name: "closes_at" },
		tries: { ...integer, nullable: true },
		title: { ...text, default: "" },
		collectionId: { ...uuid, name: "collection_id", nullable: true },
		doneWhen: { ...numeric(4, 3), name: "done_when", default: () => "0.8" },
		counts: { ...text, default: "best" },
		late: { ...text, default: "marked" },
		lateShare: { ...numeric(4, 3), name: "late_share", default: 0 },
		showChecklist: { ...text, name: "show_checklist", default: "opening" },
		showPoints: { ...text, name: "show_points", default: "at once" },
		showFeedback: { ...text, name: "show_feedback", default: "at once" },
		showModel: { ...text, name: "show_model", default: "never" },
		showModelAs: { ...text, name: "show_model_as", default: "picture" },
		handInDrafts: { ...boolean, name: "hand_in_drafts", default: true },
		weight: { ...numeric(6, 2), default: 1 },
		revision: { ...integer, default: 1 },
		freedAt: { ...instant, name: "freed_at", nullable: true },
	},
	foreignKeys: [
		reference("assignments", "class_id", "classes", "CASCADE"),
		reference("assignments", "collection_id", "collections"),
	],
	checks: [
		{ name: "assignments_check", expression: "((opens_at <= due_at) AND (due_at <= closes_at))" },
		{
			name: "assignments_counts_check",
			expression: "(counts = ANY (ARRAY['best'::text, 'latest'::text, 'chosen'::text]))",
		},
		{ name: "assignments_done_when_check", expression: "((done_when > (0)::numeric) AND (done_when <= (1)::numeric))" },
		{
			name: "assignments_late_check",
			expression: "(late = ANY (ARRAY['marked'::text, 'reduced'::text, 'refused'::text]))",
		},
		{
			name: "assignments_late_share_check",
			expression: "((late_share >= (0)::numeric) AND (late_share <= (1)::numeric))",
		},
		{
			name: "assignments_show_checklist_check",
			expression: "(show_checklist = ANY (ARRAY['opening'::text, 'hand-in'::text]))",
		},
		{
			name: "assignments_show_feedback_check",
			expression: "(show_feedback = ANY (ARRAY['at once'::text, 'release'::text, 'closing'::text]))",
		},
		{
			name: "assignments_show_model_as_check",
			expression: "(show_model_as = ANY (ARRAY['picture'::text, 'source'::text]))",
		},
		{
			name: "assignments_show_model_check",
			expression: "(show_model = ANY (ARRAY['never'::text, 'release'::text, 'closing'::text]))",
		},
		{
			name: "assignments_show_points_check",
			expression: "(show_points = ANY (ARRAY['at once'::text, 'release'::text, 'closing'::text]))",
		},
		{ name: "assignments_tries_check", expression: "(tries > 0)" },
		{ name: "assignments_weight_check", expression: "(weight >= (0)::numeric)" },
	],
	indices: [{ name: "assignments_class", columns: ["classId"] }],
});

/** The exercises of an assignment, each with its version. */
export interface AssignmentExerciseRow {
	assignmentId: string;
	exerciseId: string;
	exerciseVersionId: string;
	position: number;
}

export const AssignmentExerciseEntity = new EntitySchema<AssignmentExerciseRow>({
	name: "assignment_exercises",
	tableName: "assignment_exercises",
	columns: {
		assignmentId: {
			...uuid,
			name: "assignment_id",
			primary: true,
			primaryKeyConstraintName: "assignment_exercises_pkey",
		},
		exerciseId: { ...uuid, name: "exercise_id", primary: true, primaryKeyConstraintName: "assignment_exercises_pkey" },
		exerciseVersionId: { ...uuid, name: "exercise_version_id" },
		position: integer,
	},
	foreignKeys: [
		reference("assignment_exercises", "assignment_id", "assignments", "CASCADE"),
		reference("assignment_exercises", "exercise_id", "exercises"),
		reference("assignment_exercises", "exercise_version_id", "exercise_versions"),
	],
	uniques: [{ name: "assignment_exercises_assignment_id_position_key", columns: ["assignmentId", "position"] }],
});

/** Later dates for one student. */
export interface OwnDatesRow {
	assignmentId: string;
	studentId: string;
	dueAt: Date | null;
	closesAt: Date | null;
	excused: boolean;
}

export const OwnDatesEntity = new EntitySchema<OwnDatesRow>({
	name: "own_dates",
	tableName: "own_dates",
	columns: {
		assignmentId: { ...uuid, name: "assignment_id", primary: true, primaryKeyConstraintName: "own_dates_pkey" },
		studentId: { ...uuid, name: "student_id", primary: true, primaryKeyConstraintName: "own_dates_pkey" },
		dueAt: { ...instant, name: "due_at", nullable: true },
		closesAt: { ...instant, name: "closes_at", nullable: true },
		excused: { ...boolean, default: false },
	},
	foreignKeys: [
		reference("own_dates", "assignment_id", "assignments", "CASCADE"),
		reference("own_dates", "student_id", "accounts", "CASCADE"),
	],
	checks: [
		{ name: "own_dates_check", expression: "((due_at IS NULL) OR (closes_at IS NULL) OR (due_at <= closes_at))" },
	],
	indices: [{ name: "own_dates_student", columns: ["studentId"] }],
});

/** The counted try, if the teacher chose it. */
export interface ChosenTryRow {
	assignmentId: string;
	exerciseId: string;
	studentId: string;
	handInId: string;
}

export const ChosenTryEntity = new EntitySchema<ChosenTryRow>({
	name: "chosen_tries",
	tableName: "chosen_tries",
	columns: {
		assignmentId: { ...uuid, name: "assignment_id", primary: true, primaryKeyConstraintName: "chosen_tries_pkey" },
		exerciseId: { ...uuid, name: "exercise_id", primary: true, primaryKeyConstraintName: "chosen_tries_pkey" },
		studentId: { ...uuid, name: "student_id", primary: true, primaryKeyConstraintName: "chosen_tries_pkey" },
		handInId: { ...uuid, name: "hand_in_id" },
	},
	foreignKeys: [
		reference("chosen_tries", "assignment_id", "assignments", "CASCADE"),
		reference("chosen_tries", "exercise_id", "exercises"),
		reference("chosen_tries", "hand_in_id", "hand_ins", "CASCADE"),
		reference("chosen_tries", "student_id", "accounts", "CASCADE"),
	],
	indices: [
		{ name: "chosen_tries_hand_in", columns: ["handInId"] },
		{ name: "chosen_tries_student", columns: ["studentId"] },
	],
});

/** The time of release of points and feedback to a student. */
export interface ReleaseRow {
	assignmentId: string;
	studentId: string;
	byId: string;
	at: Date;
}

export const ReleaseEntity = new EntitySchema<ReleaseRow>({
	name: "releases",
	tableName: "releases",
	columns: {
		assignmentId: { ...uuid, name: "assignment_id", primary: true, primaryKeyConstraintName: "releases_pkey" },
		studentId: { ...uuid, name: "student_id", primary: true, primaryKeyConstraintName: "releases_pkey" },
		byId: { ...uuid, name: "by_id" },
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [
		reference("releases", "assignment_id", "assignments", "CASCADE"),
		reference("releases", "by_id", "accounts"),
		reference("releases", "student_id", "accounts", "CASCADE"),
	],
	indices: [
		{ name: "releases_student", columns: ["studentId"] },
		{ name: "releases_by", columns: ["byId"] },
	],
});

/** Points of a deleted student, for the class's totals. */
export interface NamelessPointsRow {
	id: string;
	assignmentId: string;
	exerciseId: string;
	earned: number;
	possible: number;
}

export const NamelessPointsEntity = new EntitySchema<NamelessPointsRow>({
	name: "nameless_points",
	tableName: "nameless_points",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "nameless_points_pkey" },
		assignmentId: { ...uuid, name: "assignment_id" },
		exerciseId: { ...uuid, name: "exercise_id" },
		earned: numeric(8, 2),
		possible: numeric(8, 2),
	},
	foreignKeys: [
		reference("nameless_points", "assignment_id", "assignments", "CASCADE"),
		reference("nameless_points", "exercise_id", "exercises"),
	],
	indices: [{ name: "nameless_points_assignment", columns: ["assignmentId"] }],
});
