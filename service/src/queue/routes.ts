import { ROUTES } from "@markpen/contract";
import type { AppContext } from "../context.ts";
import { accountOf } from "../plugins/session.ts";
import { serve } from "../serve-route.ts";
import { ownJob } from "./job.ts";
import { jobData } from "./present.ts";

export function jobRoutes(context: AppContext): void {
	const { dataSource, events } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showJob, async ({ request, params }) =>
		jobData(await ownJob(manager, params.id, accountOf(request).id)),
	);
	serve(context, ROUTES.jobEvents, async ({ request, reply, params }) => {
		const job = await ownJob(manager, params.id, accountOf(request).id);
		events.stream(request, reply, { subject: job.id, last: ["done"] });
		return "";
	});
}
