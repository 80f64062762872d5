import { ROUTES } from "@markpen/contract";
import type { AppContext } from "../context.ts";
import { accountOf, isStill } from "../plugins/session.ts";
import { serve } from "../serve-route.ts";
import { jobData } from "./present.ts";
import { reachJob } from "./reach-job.ts";

export function jobRoutes(context: AppContext): void {
	const { dataSource, events } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showJob, async ({ request, params }) =>
		jobData(await reachJob(manager, accountOf(request), params.id)),
	);
	serve(context, ROUTES.jobEvents, async ({ request, reply, params }) => {
		const reached = () => reachJob(manager, accountOf(request), params.id);
		const job = await reached();
		events.stream(request, reply, {
			subject: job.id,
			last: ["done"],
			still: () => isStill(context, request, ROUTES.jobEvents, reached),
		});
		return "";
	});
}
