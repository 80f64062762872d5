import { EntitySchema } from "typeorm";
import { boolean, instant, text, uuid } from "./columns.ts";

/** A teacher or student. */
export interface AccountRow {
	id: string;
	role: "teacher" | "student";
	name: string;
	signInName: string;
	passphraseHash: string;
	closedAt: Date | null;
	administrator: boolean;
	once: boolean;
	/** When a one-time passphrase was used. */
	onceUsedAt: Date | null;
	sourcedId: string | null;
	madeAt: Date;
}

export const AccountEntity = new EntitySchema<AccountRow>({
	name: "accounts",
	tableName: "accounts",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "accounts_pkey" },
		role: text,
		name: text,
		signInName: { ...text, name: "sign_in_name" },
		passphraseHash: { ...text, name: "passphrase_hash" },
		closedAt: { ...instant, name: "closed_at", nullable: true },
		administrator: { ...boolean, default: false },
		once: { ...boolean, default: false },
		onceUsedAt: { ...instant, name: "once_used_at", nullable: true },
		sourcedId: { ...text, name: "sourced_id", nullable: true },
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
	},
	checks: [
		{ name: "accounts_check", expression: "((NOT administrator) OR (role = 'teacher'::text))" },
		{ name: "accounts_name_check", expression: "(name <> ''::text)" },
		{ name: "accounts_role_check", expression: "(role = ANY (ARRAY['teacher'::text, 'student'::text]))" },
		{ name: "accounts_sign_in_name_check", expression: "(sign_in_name <> ''::text)" },
	],
	indices: [
		{ name: "accounts_open_teacher_name", synchronize: false },
		{ name: "accounts_sourced_id", columns: ["sourcedId"], unique: true, where: "sourced_id IS NOT NULL" },
	],
});
