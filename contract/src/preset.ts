import { z } from "zod";
import { rules } from "./assignment.ts";
import { idParams, name } from "./common.ts";
import { route } from "./route.ts";

/** A teacher's saved rules for new assignments. Its dates are offsets from the opening. */
export const preset = z.object({
	name,
	dueMinutes: z.int().min(1).max(525_600).describe("Time from opening to due date"),
	closesMinutes: z.int().min(1).max(525_600).describe("Time from opening to closing date"),
	at: z
		.string()
		.regex(/^\d\d:\d\d$/)
		.nullable()
		.describe("The time of day when it is due and closes; null for exactly these minutes later"),
	...rules,
});
export type Preset = z.infer<typeof preset>;
const presetRow = preset.extend({ id: z.uuid() });

export const listPresets = route({
	name: "listPresets",
	method: "GET",
	path: "/presets",
	who: ["teacher"],
	reach: "own",
	summary: "Your presets for setting work",
	reply: z.object({ presets: z.array(presetRow) }),
});
export const savePreset = route({
	name: "savePreset",
	method: "POST",
	path: "/presets",
	who: ["teacher"],
	reach: "own",
	summary: "Save a preset for setting work; replaces one with the same name",
	body: preset,
	reply: presetRow,
	status: 201,
});
export const removePreset = route({
	name: "removePreset",
	method: "DELETE",
	path: "/presets/:id",
	who: ["teacher"],
	reach: "own",
	summary: "Delete one of your presets",
	params: idParams,
});
