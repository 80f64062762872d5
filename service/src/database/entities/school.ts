import { EntitySchema } from "typeorm";
import type { GradeStep } from "./class.ts";
import { boolean, instant, integer, json, text } from "./columns.ts";

/** The school of the site: one row. */
export interface SchoolRow {
	/** True in the one row there is. */
	one: boolean;
	/** Null until it is set, as on sites older than this table. */
	name: string | null;
	zone: string;
	/** Null until it is set; the default comes from the date. */
	schoolYear: string | null;
	gradeScale: GradeStep[];
	revision: number;
}

export const SchoolEntity = new EntitySchema<SchoolRow>({
	name: "school",
	tableName: "school",
	columns: {
		one: { ...boolean, primary: true, primaryKeyConstraintName: "school_pkey", default: true },
		name: { ...text, nullable: true },
		zone: { ...text, default: "UTC" },
		schoolYear: { ...text, name: "school_year", nullable: true },
		gradeScale: { ...json, name: "grade_scale", default: [] },
		revision: { ...integer, default: 1 },
	},
	checks: [
		{ name: "school_name_check", expression: "(name <> ''::text)" },
		{ name: "school_one_check", expression: "one" },
	],
});

/** The set-up link of a site without accounts; only the token's hash is stored. */
export interface SetUpLinkRow {
	tokenHash: string;
	endsAt: Date;
}

export const SetUpLinkEntity = new EntitySchema<SetUpLinkRow>({
	name: "set_up_links",
	tableName: "set_up_links",
	columns: {
		tokenHash: { ...text, name: "token_hash", primary: true, primaryKeyConstraintName: "set_up_links_pkey" },
		endsAt: { ...instant, name: "ends_at" },
	},
});
