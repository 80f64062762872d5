import type { EntityManager } from "typeorm";
import { UploadEntity, type UploadRow } from "../database/entities/upload.ts";

/** Stores the files of an upload until the teacher has decided. */
export async function storeUpload(manager: EntityManager, of: Omit<UploadRow, "madeAt">): Promise<void> {
	await manager.insert(UploadEntity, of);
}

/** An upload of a teacher's own. */
export function findUpload(manager: EntityManager, id: string, byId: string): Promise<UploadRow | null> {
	return manager.findOneBy(UploadEntity, { id, byId });
}

/** Deletes an upload; false if it was already deleted. */
export async function takeUpload(manager: EntityManager, id: string): Promise<boolean> {
	return (await manager.delete(UploadEntity, { id })).affected !== 0;
}
