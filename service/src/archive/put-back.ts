import type PgBoss from "pg-boss";
import type { DataSource } from "typeorm";
import { AssignmentEntity } from "../database/entities/assignment.ts";
import { ClassArchiveEntity } from "../database/entities/class.ts";
import type { ClassArchive } from "../reading/class-archive.ts";
import { Refusal } from "../refusals.ts";
import { restoreClass } from "./load.ts";

/**
 * Puts an archived class's assignments and hand-ins back; the class stays closed, and its archive goes.
 *
 * @throws Refusal "not-found" if the class has no archive (any more)
 */
export async function putBack(
	{ dataSource, queue }: { readonly dataSource: DataSource; readonly queue: PgBoss },
	classId: string,
	archive: ClassArchive,
): Promise<void> {
	await dataSource.transaction(async (tx) => {
		// Of two calls at once, the second one finds nothing.
		const { affected } = await tx.delete(ClassArchiveEntity, { classId });
		if (!affected) throw new Refusal("not-found");
		// What a worker hasn't removed yet.
		await tx.delete(AssignmentEntity, { classId });
		await restoreClass({ manager: tx, queue }, archive);
	});
}
