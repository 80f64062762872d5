import { ROUTES } from "@markpen/contract";
import { recordAudit } from "../audit.ts";
import { reach } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { collectionToPublish, exerciseToPublish } from "../exercise/exercise.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { classesToArchive, keepAsArchive, keptArchive } from "./keep.ts";
import { loadArchive } from "./load.ts";
import { classArchive } from "./make.ts";
import { putBack } from "./put-back.ts";

/** How long a call archives further classes of a year. */
const YEAR_MILLISECONDS = 5_000;

export function archiveRoutes(context: AppContext): void {
	const { dataSource, offload, queue, reads } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.classArchive, async ({ request, reply, params }) => {
		const account = accountOf(request);
		const { covering } = await reach(manager, account, params.id, "looking");
		if (covering) throw new Refusal("covering");
		await recordAudit(manager, { who: account.id, what: "exported class", subject: params.id });
		reply.header("content-disposition", 'attachment; filename="class-archive.json"');
		const kept = await keptArchive(manager, params.id);
		return kept ?? JSON.stringify(await classArchive(reads.manager, params.id), null, "\t");
	});
	const keep = async (classId: string, who: string) => {
		const kept = await keepAsArchive(dataSource, classId);
		await recordAudit(manager, {
			who,
			what: "archived class",
			subject: classId,
			field: "hand-ins",
			new: kept.handIns,
		});
		return kept;
	};
	serve(context, ROUTES.archiveClass, ({ request, params }) => keep(params.id, accountOf(request).id));
	serve(context, ROUTES.archiveYear, async ({ request, body }) => {
		const waiting = await classesToArchive(manager, body.schoolYear);
		const end = performance.now() + YEAR_MILLISECONDS;
		let [archived, looked] = [0, 0];
		for (const id of waiting) {
			if (performance.now() > end) break;
			// Reopened or archived by somebody else meanwhile: there is nothing more to do.
			const done = await keep(id, accountOf(request).id).catch((error: unknown) => {
				if (error instanceof Refusal && (error.code === "class-open" || error.code === "class-archived")) return;
				throw error;
			});
			if (done) archived++;
			looked++;
		}
		return { archived, left: waiting.length - looked };
	});
	serve(context, ROUTES.putBackClass, async ({ request, params }) => {
		const { id } = accountOf(request);
		const text = await keptArchive(manager, params.id);
		if (text === null) throw new Refusal("not-found");
		const archive = await offload.run("readArchive", id, { bytes: new TextEncoder().encode(text) });
		await putBack({ dataSource, queue }, params.id, archive);
		const handIns = archive.handIns.length;
		await recordAudit(manager, {
			who: id,
			what: "put back class",
			subject: params.id,
			field: "hand-ins",
			new: handIns,
		});
		return { handIns };
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
