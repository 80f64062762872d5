import type { HandInPage } from "@markpen/contract";
import { EntitySchema } from "typeorm";
import { instant, json, numeric, reference, text, uuid } from "./columns.ts";

/** What a comment is about. */
export type CommentPlace = HandInPage["comments"][number]["place"];

/** A teacher's judgement on a criterion's scale. */
export interface JudgementRow {
	handInId: string;
	criterion: string;
	points: number;
	byId: string;
	at: Date;
}

export const JudgementEntity = new EntitySchema<JudgementRow>({
	name: "judgements",
	tableName: "judgements",
	columns: {
		handInId: { ...uuid, name: "hand_in_id", primary: true, primaryKeyConstraintName: "judgements_pkey" },
		criterion: { ...text, primary: true, primaryKeyConstraintName: "judgements_pkey" },
		points: numeric(8, 2),
		byId: { ...uuid, name: "by_id" },
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [
		reference("judgements", "by_id", "accounts"),
		reference("judgements", "hand_in_id", "hand_ins", "CASCADE"),
	],
	checks: [{ name: "judgements_points_check", expression: "(points >= (0)::numeric)" }],
	indices: [{ name: "judgements_by", columns: ["byId"] }],
});

/** A teacher's adjustment of a criterion's points. */
export interface AdjustmentRow {
	handInId: string;
	criterion: string;
	points: number;
	reason: string;
	byId: string;
	at: Date;
}

export const AdjustmentEntity = new EntitySchema<AdjustmentRow>({
	name: "adjustments",
	tableName: "adjustments",
	columns: {
		handInId: { ...uuid, name: "hand_in_id", primary: true, primaryKeyConstraintName: "adjustments_pkey" },
		criterion: { ...text, primary: true, primaryKeyConstraintName: "adjustments_pkey" },
		points: numeric(8, 2),
		reason: text,
		byId: { ...uuid, name: "by_id" },
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [
		reference("adjustments", "by_id", "accounts"),
		reference("adjustments", "hand_in_id", "hand_ins", "CASCADE"),
	],
	checks: [
		{ name: "adjustments_points_check", expression: "(points >= (0)::numeric)" },
		{ name: "adjustments_reason_check", expression: "(reason <> ''::text)" },
	],
	indices: [{ name: "adjustments_by", columns: ["byId"] }],
});

/** Feedback in words. */
export interface CommentRow {
	id: string;
	handInId: string;
	byId: string;
	place: CommentPlace;
	words: string;
	at: Date;
}

export const CommentEntity = new EntitySchema<CommentRow>({
	name: "comments",
	tableName: "comments",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "comments_pkey" },
		handInId: { ...uuid, name: "hand_in_id" },
		byId: { ...uuid, name: "by_id" },
		place: json,
		words: text,
		at: { ...instant, default: () => "now()" },
	},
	foreignKeys: [reference("comments", "by_id", "accounts"), reference("comments", "hand_in_id", "hand_ins", "CASCADE")],
	checks: [{ name: "comments_words_check", expression: "(words <> ''::text)" }],
	indices: [
		{ name: "comments_by", columns: ["byId"] },
		{ name: "comments_hand_in", columns: ["handInId"] },
	],
});

/** A comment that a teacher uses again. */
export interface KeptCommentRow {
	id: string;
	ownerId: string;
	words: string;
	madeAt: Date;
	slip: string | null;
}

export const KeptCommentEntity = new EntitySchema<KeptCommentRow>({
	name: "kept_comments",
	tableName: "kept_comments",
	columns: {
		id: { ...uuid, primary: true, primaryKeyConstraintName: "kept_comments_pkey" },
		ownerId: { ...uuid, name: "owner_id" },
		words: text,
		madeAt: { ...instant, name: "made_at", default: () => "now()" },
		slip: { ...text, nullable: true },
	},
	foreignKeys: [reference("kept_comments", "owner_id", "accounts", "CASCADE")],
	checks: [{ name: "kept_comments_words_check", expression: "(words <> ''::text)" }],
});
