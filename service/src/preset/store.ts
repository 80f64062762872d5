import { type EntityManager, Not } from "typeorm";
import { PresetEntity, type PresetRow } from "../database/entities/preset.ts";
import { statement, uuid } from "../database/statement.ts";

export function presetsOf(manager: EntityManager, ownerId: string): Promise<PresetRow[]> {
	return manager.find(PresetEntity, { where: { ownerId }, order: { name: "ASC" } });
}

/** The number of a teacher's presets with other names. */
export function countOthers(manager: EntityManager, ownerId: string, name: string): Promise<number> {
	return manager.countBy(PresetEntity, { ownerId, name: Not(name) });
}

const STORE_PRESET = statement(
	{ id: uuid },
	`INSERT INTO presets (id, owner_id, name, rules)
		VALUES ($1, $2, $3, $4)
		ON CONFLICT (owner_id, name)
			DO UPDATE
			SET rules = $4
		RETURNING id`,
);

/** Stores a preset, replacing one with the same name; returns its id. */
export async function storePreset(manager: EntityManager, of: PresetRow): Promise<string> {
	const rows = await STORE_PRESET.all(manager, [of.id, of.ownerId, of.name, JSON.stringify(of.rules)]);
	return (rows[0] as { id: string }).id;
}

/** Deletes a preset; false if the teacher has none with this id. */
export async function deletePreset(manager: EntityManager, id: string, ownerId: string): Promise<boolean> {
	return ((await manager.delete(PresetEntity, { id, ownerId })).affected ?? 0) > 0;
}
