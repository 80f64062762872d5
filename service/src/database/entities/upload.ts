import { EntitySchema } from "typeorm";
import { instant, json, reference, uuid } from "./columns.ts";

/** A file of an upload, with its student and action. */
export interface UploadedFile {
	readonly file: string;
	readonly studentId: string | null;
	readonly exercise: string | null;
	readonly does: "hands in" | "asks" | "leaves out";
	readonly says: string;
	readonly candidates: readonly { readonly id: string; readonly name: string }[];
	/** Its text; nothing for what isn't taken. */
	readonly source: string;
}

/** Files that a teacher uploaded, until they are handed in. */
export interface UploadRow {
	id: string;
	assignmentId: string;
	byId: string;
	files: UploadedFile[];
	madeAt: Date;
}

export const UploadEntity = new EntitySchema<UploadRow>({
	name: "uploads",
	tableName: "uploads",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "uploads_pkey" },
		assignmentId: { ...uuid, name: "assignment_id" },
		byId: { ...uuid, name: "by_id" },
		files: json,
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
	},
	foreignKeys: [
		reference("uploads", "assignment_id", "assignments", "CASCADE"),
		reference("uploads", "by_id", "accounts", "CASCADE"),
	],
	indices: [
		{ name: "uploads_assignment", columns: ["assignmentId"] },
		{ name: "uploads_by", columns: ["byId"] },
	],
});
