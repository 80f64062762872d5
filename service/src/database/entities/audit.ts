import { EntitySchema } from "typeorm";
import { bigint, instant, text, uuid } from "./columns.ts";

/** A change in the append-only log. */
export interface AuditRow {
	id: string;
	at: Date;
	who: string | null;
	what: string;
	subject: string | null;
	field: string | null;
	old: string | null;
	new: string | null;
}

export const AuditEntity = new EntitySchema<AuditRow>({
	name: "audit",
	tableName: "audit",
	columns: {
		id: { ...bigint, primary: true, primaryKeyConstraintName: "audit_pkey", generated: "increment" },
		at: { ...instant, default: () => "now()" },
		who: { ...uuid, nullable: true },
		what: text,
		subject: { ...uuid, nullable: true },
		field: { ...text, nullable: true },
		old: { ...text, nullable: true },
		new: { ...text, nullable: true },
	},
	indices: [
		{ name: "audit_subject", columns: ["subject"] },
		{ name: "audit_who", columns: ["who"] },
	],
});
