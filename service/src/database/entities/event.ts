import { EntitySchema } from "typeorm";
import { bigint, instant, json, text, uuid } from "./columns.ts";

/** An event, for those who listen. */
export interface ProgressRow {
	id: string;
	subject: string;
	kind: string;
	data: object;
	at: Date;
}

export const ProgressEntity = new EntitySchema<ProgressRow>({
	name: "progress",
	tableName: "progress",
	columns: {
		id: { ...bigint, primary: true, primaryKeyConstraintName: "progress_pkey", generated: "increment" },
		subject: uuid,
		kind: text,
		data: { ...json, default: {} },
		at: { ...instant, default: () => "now()" },
	},
	indices: [
		{ name: "progress_at", columns: ["at"] },
		{ name: "progress_subject", columns: ["subject", "id"] },
	],
});
