import { ROUTES, type TodayRow } from "@markpen/contract";
import { stuckIn } from "../assignment/stuck.ts";
import { classesOf } from "../class/store.ts";
import type { AppContext } from "../context.ts";
import { accountOf } from "../plugins/session.ts";
import { serve } from "../serve-route.ts";
import { firstStepsOf, todayOf } from "./store.ts";

export function todayRoutes(context: AppContext): void {
	const { manager } = context.dataSource;
	serve(context, ROUTES.showToday, async ({ request }) => {
		const { id } = accountOf(request);
		const [found, classes, firstSteps] = await Promise.all([
			todayOf(manager, id),
			classesOf(manager, id, false),
			firstStepsOf(manager, id),
		]);
		const rows: TodayRow[] = found.map(({ opensAt, dueAt, closesAt, latest, ...row }) => ({
			...row,
			opensAt: opensAt.toISOString(),
			dueAt: dueAt.toISOString(),
			closesAt: closesAt.toISOString(),
			latest: latest?.toISOString() ?? null,
		}));
		const stuck = await Promise.all(
			classes.map(async (c) =>
				(await stuckIn(manager, c.id, undefined)).map((s) => ({ ...s, classId: c.id, className: c.name })),
			),
		);
		return { rows, stuck: stuck.flat(), firstSteps };
	});
}
