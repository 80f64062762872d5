import { EntitySchema } from "typeorm";

export interface AccountRow {
	id: string;
	role: "teacher" | "student";
	name: string;
	signInName: string;
	passphraseHash: string;
	closedAt: Date | null;
}

export interface ClassRow {
	id: string;
	name: string;
	schoolYear: string;
	code: string;
}

export interface ExerciseRow {
	id: string;
	key: string;
}

export interface ExerciseVersionRow {
	id: string;
	exerciseId: string;
	number: number;
	title: string;
	source: string;
	publishedAt: Date;
}

export interface HandInRow {
	id: string;
	assignmentId: string;
	exerciseId: string;
	studentId: string;
	tryNumber: number;
	source: string;
	language: string;
	handedInAt: Date;
	idempotencyKey: string | null;
	madeBy: "student" | "teacher" | "closing" | "archive";
	late: boolean;
	answers: Record<string, { words: string; when: "before running" | "after running" }>;
}

export interface CheckRow {
	id: string;
	handInId: string;
	exerciseVersionId: string;
	coreVersion: string;
	requestedAt: Date;
	endedAt: Date | null;
	reason: "hand-in" | "again" | "archive";
}

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
}

const uuid = { type: "uuid" } as const;
const text = { type: "text" } as const;
const instant = { type: "timestamptz" } as const;
const points = {
	type: "numeric",
	precision: 8,
	scale: 2,
	transformer: { to: (v: number) => v, from: (v: string) => Number(v) },
} as const;

export const Account = new EntitySchema<AccountRow>({
	name: "account",
	tableName: "accounts",
	columns: {
		id: { ...uuid, primary: true },
		role: text,
		name: text,
		signInName: { ...text, name: "sign_in_name" },
		passphraseHash: { ...text, name: "passphrase_hash" },
		closedAt: { ...instant, name: "closed_at", nullable: true },
	},
});

export const Class = new EntitySchema<ClassRow>({
	name: "class",
	tableName: "classes",
	columns: { id: { ...uuid, primary: true }, name: text, schoolYear: { ...text, name: "school_year" }, code: text },
});

export const Exercise = new EntitySchema<ExerciseRow>({
	name: "exercise",
	tableName: "exercises",
	columns: { id: { ...uuid, primary: true }, key: text },
});

export const ExerciseVersion = new EntitySchema<ExerciseVersionRow>({
	name: "exerciseVersion",
	tableName: "exercise_versions",
	columns: {
		id: { ...uuid, primary: true },
		exerciseId: { ...uuid, name: "exercise_id" },
		number: { type: "integer" },
		title: text,
		source: text,
		publishedAt: { ...instant, name: "published_at" },
	},
});

export const HandIn = new EntitySchema<HandInRow>({
	name: "handIn",
	tableName: "hand_ins",
	columns: {
		id: { ...uuid, primary: true },
		assignmentId: { ...uuid, name: "assignment_id" },
		exerciseId: { ...uuid, name: "exercise_id" },
		studentId: { ...uuid, name: "student_id" },
		tryNumber: { type: "integer", name: "try_number" },
		source: text,
		language: text,
		handedInAt: { ...instant, name: "handed_in_at" },
		idempotencyKey: { ...text, name: "idempotency_key", nullable: true },
		madeBy: { ...text, name: "made_by" },
		late: { type: "boolean" },
		answers: { type: "jsonb" },
	},
});

export const Check = new EntitySchema<CheckRow>({
	name: "check",
	tableName: "checks",
	columns: {
		id: { ...uuid, primary: true },
		handInId: { ...uuid, name: "hand_in_id" },
		exerciseVersionId: { ...uuid, name: "exercise_version_id" },
		coreVersion: { ...text, name: "core_version" },
		requestedAt: { ...instant, name: "requested_at" },
		endedAt: { ...instant, name: "ended_at", nullable: true },
		reason: text,
	},
});

export const Report = new EntitySchema<ReportRow>({
	name: "report",
	tableName: "reports",
	columns: {
		id: { ...uuid, primary: true },
		checkId: { ...uuid, name: "check_id" },
		handInId: { ...uuid, name: "hand_in_id" },
		exerciseVersionId: { ...uuid, name: "exercise_version_id" },
		coreVersion: { ...text, name: "core_version" },
		state: text,
		ended: text,
		earned: points,
		possible: points,
		verdicts: { type: "text", array: true },
		note: text,
		body: { type: "jsonb" },
		madeAt: { ...instant, name: "made_at" },
	},
});

export const ENTITIES = [Account, Class, Exercise, ExerciseVersion, HandIn, Check, Report];
