import { EntitySchema } from "typeorm";
import { bytes, instant, integer, json, reference, text, uuid } from "./columns.ts";

/** A grade and its lowest percentage. */
export interface GradeStep {
	name: string;
	from: number;
}

/** A class in a school year. */
export interface ClassRow {
	id: string;
	name: string;
	schoolYear: string;
	code: string;
	zone: string;
	gradeScale: GradeStep[];
	revision: number;
	sourcedId: string | null;
	closedAt: Date | null;
	/** When its drafts and recordings were removed. */
	freedAt: Date | null;
}

export const ClassEntity = new EntitySchema<ClassRow>({
	name: "classes",
	tableName: "classes",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "classes_pkey" },
		name: text,
		schoolYear: { ...text, name: "school_year" },
		code: text,
		zone: { ...text, default: "UTC" },
		gradeScale: { ...json, name: "grade_scale", default: [] },
		revision: { ...integer, default: 1 },
		sourcedId: { ...text, name: "sourced_id", nullable: true },
		closedAt: { ...instant, name: "closed_at", nullable: true },
		freedAt: { ...instant, name: "freed_at", nullable: true },
	},
	uniques: [
		{ name: "classes_code_key", columns: ["code"] },
		{ name: "classes_sourced_id_key", columns: ["sourcedId"] },
	],
	checks: [{ name: "classes_name_check", expression: "(name <> ''::text)" }],
});

/** A teacher of a class; with an end date if it is cover. */
export interface ClassTeacherRow {
	classId: string;
	accountId: string;
	until: Date | null;
}

export const ClassTeacherEntity = new EntitySchema<ClassTeacherRow>({
	name: "class_teachers",
	tableName: "class_teachers",
	columns: {
		classId: { ...uuid, name: "class_id", primary: true, primaryKeyConstraintName: "class_teachers_pkey" },
		accountId: { ...uuid, name: "account_id", primary: true, primaryKeyConstraintName: "class_teachers_pkey" },
		until: { ...instant, nullable: true },
	},
	foreignKeys: [
		reference("class_teachers", "account_id", "accounts", "CASCADE"),
		reference("class_teachers", "class_id", "classes", "CASCADE"),
	],
	indices: [{ name: "class_teachers_account", columns: ["accountId"] }],
});

/** A student of a class, with the sign-in name there. */
export interface ClassStudentRow {
	classId: string;
	accountId: string;
	signInName: string;
	joinedAt: Date;
	leftAt: Date | null;
}

export const ClassStudentEntity = new EntitySchema<ClassStudentRow>({
	name: "class_students",
	tableName: "class_students",
	columns: {
		classId: { ...uuid, name: "class_id", primary: true, primaryKeyConstraintName: "class_students_pkey" },
		accountId: { ...uuid, name: "account_id", primary: true, primaryKeyConstraintName: "class_students_pkey" },
		signInName: { ...text, name: "sign_in_name" },
		joinedAt: { ...instant, name: "joined_at", default: () => "now()" },
		leftAt: { ...instant, name: "left_at", nullable: true },
	},
	foreignKeys: [
		reference("class_students", "account_id", "accounts", "CASCADE"),
		reference("class_students", "class_id", "classes", "CASCADE"),
	],
	uniques: [{ name: "class_students_class_id_sign_in_name_key", columns: ["classId", "signInName"] }],
	checks: [{ name: "class_students_check", expression: "((left_at IS NULL) OR (left_at >= joined_at))" }],
	indices: [{ name: "class_students_account", columns: ["accountId"] }],
});

/** A closed class whose assignments and hand-ins are kept as an archive. */
export interface ClassArchiveRow {
	classId: string;
	madeAt: Date;
	/** Number of its hand-ins. */
	handIns: number;
	/** The class archive, packed (gzip). */
	file: Buffer;
	/** The points of the hand-ins that count, as packed JSON, for totals without a name. */
	points: Buffer;
}

export const ClassArchiveEntity = new EntitySchema<ClassArchiveRow>({
	name: "class_archives",
	tableName: "class_archives",
	columns: {
		classId: { ...uuid, name: "class_id", primary: true, primaryKeyConstraintName: "class_archives_pkey" },
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
		handIns: { ...integer, name: "hand_ins" },
		file: bytes,
		points: bytes,
	},
	foreignKeys: [reference("class_archives", "class_id", "classes", "CASCADE")],
	checks: [{ name: "class_archives_hand_ins_check", expression: "(hand_ins >= 0)" }],
});
