import { EntitySchema } from "typeorm";
import { instant, numeric, reference, text, uuid } from "./columns.ts";

/** Two hand-ins that are much alike. */
export interface AlikePairRow {
	assignmentId: string;
	oneId: string;
	otherId: string;
	likeness: number;
	drawing: number;
	source: number;
	dismissedAt: Date | null;
	dismissedBy: string | null;
	reason: string | null;
}

export const AlikePairEntity = new EntitySchema<AlikePairRow>({
	name: "alike_pairs",
	tableName: "alike_pairs",
	columns: {
		assignmentId: { ...uuid, name: "assignment_id" },
		oneId: { ...uuid, name: "one_id", primary: true, primaryKeyConstraintName: "alike_pairs_pkey" },
		otherId: { ...uuid, name: "other_id", primary: true, primaryKeyConstraintName: "alike_pairs_pkey" },
		likeness: numeric(4, 3),
		drawing: numeric(4, 3),
		source: numeric(4, 3),
		dismissedAt: { ...instant, name: "dismissed_at", nullable: true },
		dismissedBy: { ...uuid, name: "dismissed_by", nullable: true },
		reason: { ...text, nullable: true },
	},
	foreignKeys: [
		reference("alike_pairs", "assignment_id", "assignments", "CASCADE"),
		reference("alike_pairs", "dismissed_by", "accounts"),
		reference("alike_pairs", "one_id", "hand_ins", "CASCADE"),
		reference("alike_pairs", "other_id", "hand_ins", "CASCADE"),
	],
	indices: [
		{ name: "alike_pairs_other", columns: ["otherId"] },
		{ name: "alike_pairs_assignment", columns: ["assignmentId"] },
	],
});
