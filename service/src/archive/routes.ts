import { ROUTES } from "@markpen/contract";
import { recordAudit } from "../audit.ts";
import { reach } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { collectionToPublish, exerciseToPublish } from "../exercise/exercise.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { loadArchive } from "./load.ts";
import { classArchive } from "./make.ts";

export function archiveRoutes(context: AppContext): void {
	const { dataSource, offload, queue, reads } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.classArchive, async ({ request, reply, params }) => {
		const account = accountOf(request);
		const { covering } = await reach(manager, account, params.id, "looking");
		if (covering) throw new Refusal("covering");
		await recordAudit(manager, { who: account.id, what: "exported class", subject: params.id });
		reply.header("content-disposition", 'attachment; filename="class-archive.json"');
		return JSON.stringify(await classArchive(reads.manager, params.id), null, "\t");
	});
	serve(context, ROUTES.loadArchive, async ({ request, body }) => {
		const { id } = accountOf(request);
		const archive = await offload.run("readArchive", id, { bytes: body });
		const read = {
			exercise: (source: string) => exerciseToPublish(offload, id, source),
			collection: (source: string) => collectionToPublish(offload, id, source),
		};
		const loaded = await loadArchive({ dataSource, queue, read }, archive);
		await recordAudit(manager, {
			who: id,
			what: "loaded archive",
			field: "hand-ins",
			new: loaded.handIns,
		});
		return loaded;
	});
}
