import type { EntityManager } from "typeorm";
import { AuditEntity } from "./database/entities/audit.ts";

/** A change for the log: never names, sources or comments; for points, dates and roles also the values. */
export interface AuditEntry {
	readonly who: string | null;
	readonly what: string;
	readonly subject?: string;
	readonly field?: string;
	readonly old?: string | number | null;
	readonly new?: string | number | null;
}

const text = (value: string | number | null | undefined) =>
	value === undefined || value === null ? null : String(value);

/** Appends to the change log, which is append-only. */
export async function recordAudit(manager: EntityManager, change: AuditEntry): Promise<void> {
	await manager.insert(AuditEntity, {
		who: change.who,
		what: change.what,
		subject: change.subject ?? null,
		field: change.field ?? null,
		old: text(change.old),
		new: text(change.new),
	});
}
