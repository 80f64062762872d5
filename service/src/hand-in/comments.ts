import type { EntityManager } from "typeorm";
import {
	CommentEntity,
	type CommentRow,
	KeptCommentEntity,
	type KeptCommentRow,
} from "../database/entities/feedback.ts";

/** Stores a comment on a hand-in; returns its time. */
export async function insertComment(manager: EntityManager, comment: Omit<CommentRow, "at">): Promise<Date> {
	const at = new Date();
	await manager.insert(CommentEntity, { ...comment, at });
	return at;
}

/** Deletes a comment of a hand-in; false if there is none. */
export async function deleteComment(manager: EntityManager, handInId: string, id: string): Promise<boolean> {
	return (await manager.delete(CommentEntity, { id, handInId })).affected !== 0;
}

type KeptComment = Pick<KeptCommentRow, "id" | "words" | "slip">;

/** A teacher's saved comments, oldest first. */
export async function keptCommentsOf(manager: EntityManager, ownerId: string): Promise<KeptComment[]> {
	const rows = await manager.find(KeptCommentEntity, { where: { ownerId }, order: { madeAt: "ASC", id: "ASC" } });
	return rows.map(({ id, words, slip }) => ({ id, words, slip }));
}

export async function keepComment(
	manager: EntityManager,
	{ id, ownerId, words, slip }: Omit<KeptCommentRow, "madeAt">,
): Promise<KeptComment> {
	await manager.insert(KeptCommentEntity, { id, ownerId, words, slip });
	return { id, words, slip };
}

/** Deletes a teacher's saved comment; false if there is none. */
export async function forgetComment(manager: EntityManager, ownerId: string, id: string): Promise<boolean> {
	return (await manager.delete(KeptCommentEntity, { id, ownerId })).affected !== 0;
}
