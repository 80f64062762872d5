import { ROUTES } from "@markpen/contract";
import { v7 } from "uuid";
import { itemsOf } from "../assignment/store.ts";
import { recordAudit } from "../audit.ts";
import { reachAssignment } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { handInFor } from "../hand-in/hand-in.ts";
import { languageOfUpload } from "../hand-in/language.ts";
import { handInPlaces } from "../hand-in/places.ts";
import type { HandInTaken } from "../hand-in/store.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { rosterOf } from "../roster/store.ts";
import { serve } from "../serve-route.ts";
import { decideFiles } from "./decide.ts";
import { planUpload } from "./plan.ts";
import { findUpload, storeUpload, takeUpload } from "./store.ts";

const LIMITS = { files: 500, bytes: 60_000_000 };

export function uploadRoutes(context: AppContext): void {
	const { dataSource, offload, queue } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.previewUpload, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await reachAssignment(manager, account, params.id, "upload");
		const students = (await rosterOf(manager, classId)).filter((s) => s.leftAt === null);
		const files = planUpload(
			new Map(await offload.run("unzip", account.id, { zip: body, limits: LIMITS })),
			students,
			await itemsOf(manager, params.id),
		);
		const id = v7();
		await storeUpload(manager, { id, assignmentId: params.id, byId: account.id, files });
		return { id, rows: files.map(({ source: _, candidates, ...row }) => ({ ...row, candidates: [...candidates] })) };
	});
	serve(context, ROUTES.carryOutUpload, async ({ request, params, body }) => {
		const account = accountOf(request);
		const upload = await findUpload(manager, params.id, account.id);
		if (!upload) throw new Refusal("not-found");
		await reachAssignment(manager, account, upload.assignmentId, "upload");
		const unknown = Object.keys(body.decided).filter((file) => !upload.files.some((f) => f.file === file));
		if (unknown.length > 0)
			throw new Refusal(
				"bad-request",
				"The upload holds no such file.",
				unknown.map((file) => ({ path: `decided.${file}`, message: "isn't a file of this upload" })),
			);
		return dataSource.transaction(async (tx) => {
			// An applied upload is deleted: a second call finds nothing to do.
			if (!(await takeUpload(tx, params.id))) throw new Refusal("not-found");
			const { assignmentId } = upload;
			const exercises = (await itemsOf(tx, assignmentId)).map((item) => item.key);
			const { handedIn: asked, leftOut } = decideFiles(upload.files, body.decided, { assignmentId, exercises });
			const places = await handInPlaces(tx, asked);
			const files = asked.map(({ file, source, studentId }, i) => {
				const place = places[i];
				if (!place)
					throw new Refusal("bad-request", `${file} can't be handed in for whom was decided.`, [
						{ path: `decided.${file}`, message: "isn't a student of the class, or no exercise of the set" },
					]);
				return { file, place, studentId, source, language: languageOfUpload(file, place.languages) };
			});
			const rows = await handInFor(tx, queue, files);
			const handIns = files.map(({ file, studentId }, i) => {
				const { id, tryNumber } = rows[i] as HandInTaken;
				return { file, id, studentId, tryNumber };
			});
			await recordAudit(tx, {
				who: account.id,
				what: "handed in for students",
				subject: upload.assignmentId,
				field: "hand-ins",
				new: handIns.length,
			});
			return { handIns, leftOut };
		});
	});
}
