import type { EntityManager } from "typeorm";

/** Something that was changed: never names, sources or words; of points, dates and roles also the values. */
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

/** Adds to the list of changes, which nothing takes from. */
export async function recordAudit(manager: EntityManager, change: AuditEntry): Promise<void> {
	await manager.query("INSERT INTO audit (who, what, subject, field, old, new) VALUES ($1, $2, $3, $4, $5, $6)", [
		change.who,
		change.what,
		change.subject ?? null,
		change.field ?? null,
		text(change.old),
		text(change.new),
	]);
}
