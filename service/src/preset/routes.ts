import { type Preset, ROUTES } from "@markpen/contract";
import { v7 } from "uuid";
import type { AppContext } from "../context.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { countOthers, deletePreset, presetsOf, storePreset } from "./store.ts";

/** Presets of one teacher at most. */
const MOST = 40;

export function presetRoutes(context: AppContext): void {
	const { manager } = context.dataSource;
	serve(context, ROUTES.listPresets, async ({ request }) => ({
		presets: (await presetsOf(manager, accountOf(request).id)).map(({ id, name, rules }) => ({
			...(rules as Omit<Preset, "name">),
			id,
			name,
		})),
	}));
	serve(context, ROUTES.savePreset, async ({ request, body }) => {
		const { id: ownerId } = accountOf(request);
		const { name, ...rules } = body;
		if ((await countOthers(manager, ownerId, name)) >= MOST)
			throw new Refusal("not-this-way", `You have ${MOST} presets already. Remove one first.`);
		const id = await storePreset(manager, { id: v7(), ownerId, name, rules });
		return { ...body, id };
	});
	serve(context, ROUTES.removePreset, async ({ request, params }) => {
		if (!(await deletePreset(manager, params.id, accountOf(request).id))) throw new Refusal("not-found");
	});
}
