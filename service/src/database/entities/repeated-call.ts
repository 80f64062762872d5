import { EntitySchema } from "typeorm";
import { instant, json, reference, text, uuid } from "./columns.ts";

/** The response to a call with an idempotency key, for repeated calls. */
export interface RepeatedCallRow {
	accountId: string;
	key: string;
	route: string;
	reply: unknown | null;
	at: Date;
}

export const RepeatedCallEntity = new EntitySchema<RepeatedCallRow>({
	name: "repeated_calls",
	tableName: "repeated_calls",
	columns: {
		accountId: { ...uuid, name: "account_id", primary: true, primaryKeyConstraintName: "repeated_calls_pkey" },
		key: { ...text, primary: true, primaryKeyConstraintName: "repeated_calls_pkey" },
		route: { ...text, primary: true, primaryKeyConstraintName: "repeated_calls_pkey" },
		reply: { ...json, nullable: true },
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [reference("repeated_calls", "account_id", "accounts", "CASCADE")],
});
