import { EntitySchema } from "typeorm";
import { instant, integer, json, reference, text, uuid } from "./columns.ts";

/** Long work with progress. */
export interface JobRow {
	id: string;
	kind: "alike" | "rehearsal" | "again" | "trial";
	byId: string | null;
	classId: string | null;
	about: Record<string, string>;
	state: "waiting" | "running" | "done" | "failed";
	done: number;
	total: number;
	result: unknown | null;
	madeAt: Date;
	endedAt: Date | null;
}

export const JobEntity = new EntitySchema<JobRow>({
	name: "jobs",
	tableName: "jobs",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "jobs_pkey" },
		kind: text,
		byId: { ...uuid, name: "by_id", nullable: true },
		classId: { ...uuid, name: "class_id", nullable: true },
		about: { ...json, default: {} },
		state: { ...text, default: "waiting" },
		done: { ...integer, default: 0 },
		total: { ...integer, default: 0 },
		result: { ...json, nullable: true },
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
		endedAt: { ...instant, name: "ended_at", nullable: true },
	},
	foreignKeys: [
		reference("jobs", "by_id", "accounts", "SET NULL"),
		reference("jobs", "class_id", "classes", "CASCADE"),
	],
	checks: [
		{
			name: "jobs_state_check",
			expression: "(state = ANY (ARRAY['waiting'::text, 'running'::text, 'done'::text, 'failed'::text]))",
		},
	],
	indices: [
		{ name: "jobs_class", columns: ["classId"] },
		{ name: "jobs_by", columns: ["byId"] },
	],
});

/** A report of a rehearsal, before anything is changed. */
export interface RehearsedRow {
	jobId: string;
	handInId: string;
	report: object;
}

export const RehearsedEntity = new EntitySchema<RehearsedRow>({
	name: "rehearsed",
	tableName: "rehearsed",
	columns: {
		jobId: { ...uuid, name: "job_id", primary: true, primaryKeyConstraintName: "rehearsed_pkey" },
		handInId: { ...uuid, name: "hand_in_id", primary: true, primaryKeyConstraintName: "rehearsed_pkey" },
		report: json,
	},
	foreignKeys: [
		reference("rehearsed", "hand_in_id", "hand_ins", "CASCADE"),
		reference("rehearsed", "job_id", "jobs", "CASCADE"),
	],
	indices: [{ name: "rehearsed_hand_in", columns: ["handInId"] }],
});
