import { ROUTES } from "@markpen/contract";
import { v7 } from "uuid";
import type { AppContext } from "../app.ts";
import { itemsOf } from "../assignment/store.ts";
import { recordAudit } from "../audit.ts";
import { reachAssignment } from "../class/access.ts";
import { queryOne } from "../database/data-source.ts";
import { handInFor } from "../hand-in/hand-in.ts";
import type { HandInTaken } from "../hand-in/store.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { rosterOf } from "../roster/store.ts";
import { serve } from "../serve-route.ts";
import { handInPlaces, type PlaceAsked } from "../work/store.ts";
import { unzip } from "../zip.ts";
import { type PlannedFile, planUpload } from "./plan.ts";

const LIMITS = { most: 500, bytes: 60_000_000 };

export function uploadRoutes(context: AppContext): void {
	const { dataSource, queue } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.previewUpload, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await reachAssignment(manager, account, params.id, "upload");
		const students = (await rosterOf(manager, classId)).filter((s) => s.leftAt === null);
		const files = planUpload(unzip(body, LIMITS), students, await itemsOf(manager, params.id));
		const id = v7();
		await manager.query("INSERT INTO uploads (id, assignment_id, by_id, files) VALUES ($1, $2, $3, $4)", [
			id,
			params.id,
			account.id,
			JSON.stringify(files),
		]);
		return { id, rows: files.map(({ source: _, candidates, ...row }) => ({ ...row, candidates: [...candidates] })) };
	});
	serve(context, ROUTES.carryOutUpload, async ({ request, params, body }) => {
		const account = accountOf(request);
		const upload = await queryOne<{ assignmentId: string; files: PlannedFile[] }>(
			manager,
			`SELECT assignment_id AS "assignmentId", files FROM uploads WHERE id = $1 AND by_id = $2`,
			[params.id, account.id],
		);
		if (!upload) throw new Refusal("not-found");
		await reachAssignment(manager, account, upload.assignmentId, "upload");
		const unknown = Object.keys(body.decided).filter((file) => !upload.files.some((f) => f.file === file));
		if (unknown.length > 0)
			throw new Refusal(
				"bad-request",
				"The upload holds no such file.",
				unknown.map((file) => ({ path: `decided.${file}`, message: "is no file of this upload" })),
			);
		return dataSource.transaction(async (tx) => {
			// What is carried out is gone: a second call finds nothing more to do.
			const [taken] = (await tx.query("DELETE FROM uploads WHERE id = $1 RETURNING id", [params.id]))[0] as unknown[];
			if (!taken) throw new Refusal("not-found");
			const items = await itemsOf(tx, upload.assignmentId);
			const [asked, leftOut]: [(PlaceAsked & { file: string; source: string })[], string[]] = [[], []];
			for (const planned of upload.files) {
				const decided = body.decided[planned.file];
				const of =
					decided === undefined
						? planned.does === "hands in" && planned.studentId && planned.exercise
							? { studentId: planned.studentId, exercise: planned.exercise }
							: null
						: decided && {
								studentId: decided.studentId,
								exercise: decided.exercise ?? planned.exercise ?? (items.length === 1 ? items[0]?.key : undefined),
							};
				if (!of || of.exercise === undefined || planned.source === "") {
					leftOut.push(planned.file);
					continue;
				}
				asked.push({
					file: planned.file,
					source: planned.source,
					studentId: of.studentId,
					assignmentId: upload.assignmentId,
					exercise: of.exercise,
				});
			}
			const places = await handInPlaces(tx, asked);
			const files = asked.map(({ file, source, studentId }, i) => {
				const place = places[i];
				if (!place)
					throw new Refusal("bad-request", `${file} can't be handed in for whom was decided.`, [
						{ path: `decided.${file}`, message: "is no student of the class, or no exercise of the set" },
					]);
				return { file, place, studentId, source };
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
