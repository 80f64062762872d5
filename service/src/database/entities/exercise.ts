import type { LanguageId } from "@markpen/core";
import { EntitySchema } from "typeorm";
import { boolean, instant, integer, numeric, reference, text, uuid } from "./columns.ts";

/** An exercise with its draft; versions are separate. */
export interface ExerciseRow {
	id: string;
	key: string;
	ownerId: string | null;
	shared: boolean;
	/** True for exercises of the library: read-only, and their ids don't collide with the site's own. */
	library: boolean;
	draft: string | null;
	revision: number;
	draftedAt: Date | null;
}

export const ExerciseEntity = new EntitySchema<ExerciseRow>({
	name: "exercises",
	tableName: "exercises",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "exercises_pkey" },
		key: text,
		ownerId: { ...uuid, name: "owner_id", nullable: true },
		shared: { ...boolean, default: true },
		library: { ...boolean, default: false },
		draft: { ...text, nullable: true },
		revision: { ...integer, default: 1 },
		draftedAt: { ...instant, name: "drafted_at", nullable: true },
	},
	foreignKeys: [reference("exercises", "owner_id", "accounts")],
	indices: [
		{ name: "exercises_own_key", columns: ["key"], unique: true, where: "(NOT library)" },
		{ name: "exercises_library_key", columns: ["key"], unique: true, where: "library" },
	],
});

/** A published version; never changed. */
export interface ExerciseVersionRow {
	id: string;
	exerciseId: string;
	number: number;
	title: string;
	source: string;
	publishedAt: Date;
	/** The parsed source as JSON text, which keeps the file's order of keys. */
	file: string | null;
	/** The drawings of the model and the example, as SVG. */
	modelSvg: string | null;
	exampleSvg: string | null;
	/** Version of the core that read and drew it; a new version does it again. */
	preparedBy: string | null;
	/** Topics, level (1 to 4) and time in minutes. */
	teaches: string[];
	/** Allowed languages, the usual one first. */
	languages: LanguageId[];
	level: number | null;
	minutes: number | null;
}

export const ExerciseVersionEntity = new EntitySchema<ExerciseVersionRow>({
	name: "exercise_versions",
	tableName: "exercise_versions",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "exercise_versions_pkey" },
		exerciseId: { ...uuid, name: "exercise_id" },
		number: integer,
		title: text,
		source: text,
		publishedAt: { ...instant, name: "published_at" },
		file: { ...text, nullable: true },
		modelSvg: { ...text, name: "model_svg", nullable: true },
		exampleSvg: { ...text, name: "example_svg", nullable: true },
		preparedBy: { ...text, name: "prepared_by", nullable: true },
		teaches: { ...text, array: true, default: [] },
		languages: { ...text, array: true, default: ["nib"] },
		level: { ...integer, nullable: true },
		minutes: { ...integer, nullable: true },
	},
	foreignKeys: [reference("exercise_versions", "exercise_id", "exercises")],
	uniques: [{ name: "exercise_versions_exercise_id_number_key", columns: ["exerciseId", "number"] }],
	checks: [{ name: "exercise_versions_number_check", expression: "(number > 0)" }],
});

/** A named program saved with an exercise's draft. */
export interface TrialProgramRow {
	exerciseId: string;
	position: number;
	name: string;
	source: string;
	expects: number | null;
}

export const TrialProgramEntity = new EntitySchema<TrialProgramRow>({
	name: "trial_programs",
	tableName: "trial_programs",
	columns: {
		exerciseId: { ...uuid, name: "exercise_id", primary: true, primaryKeyConstraintName: "trial_programs_pkey" },
		position: integer,
		name: { ...text, primary: true, primaryKeyConstraintName: "trial_programs_pkey" },
		source: text,
		expects: { ...numeric(8, 2), nullable: true },
	},
	foreignKeys: [reference("trial_programs", "exercise_id", "exercises", "CASCADE")],
	checks: [
		{ name: "trial_programs_name_check", expression: "(name <> ''::text)" },
		{ name: "trial_programs_source_check", expression: "(octet_length(source) <= 262144)" },
	],
});

/** An ordered list of exercises. */
export interface CollectionRow {
	id: string;
	key: string;
	ownerId: string | null;
	shared: boolean;
	library: boolean;
	title: string;
	source: string;
	revision: number;
	changedAt: Date;
	/** What was read of the source, as JSON. */
	file: string | null;
	preparedBy: string | null;
}

export const CollectionEntity = new EntitySchema<CollectionRow>({
	name: "collections",
	tableName: "collections",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "collections_pkey" },
		key: text,
		ownerId: { ...uuid, name: "owner_id", nullable: true },
		shared: { ...boolean, default: false },
		library: { ...boolean, default: false },
		title: text,
		source: text,
		revision: { ...integer, default: 1 },
		changedAt: { ...instant, name: "changed_at", default: () => "now()" },
		file: { ...text, nullable: true },
		preparedBy: { ...text, name: "prepared_by", nullable: true },
	},
	foreignKeys: [reference("collections", "owner_id", "accounts")],
	indices: [
		{ name: "collections_own_key", columns: ["key"], unique: true, where: "(NOT library)" },
		{ name: "collections_library_key", columns: ["key"], unique: true, where: "library" },
	],
});
