import { EntitySchema } from "typeorm";
import { json, reference, text, uuid } from "./columns.ts";

/** A teacher's presets for setting work. */
export interface PresetRow {
	id: string;
	ownerId: string;
	name: string;
	/** All fields except the name, as in the contract. */
	rules: object;
}

export const PresetEntity = new EntitySchema<PresetRow>({
	name: "presets",
	tableName: "presets",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "presets_pkey" },
		ownerId: { ...uuid, name: "owner_id" },
		name: text,
		rules: json,
	},
	foreignKeys: [reference("presets", "owner_id", "accounts", "CASCADE")],
	uniques: [{ name: "presets_owner_id_name_key", columns: ["ownerId", "name"] }],
	checks: [{ name: "presets_name_check", expression: "(name <> ''::text)" }],
});
