import { ROUTES } from "@markpen/contract";
import { v7 } from "uuid";
import type { AppContext } from "../context.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { picturesOf } from "../exercise/store.ts";
import { languageTaken } from "../hand-in/language.ts";
import { refuseSource } from "../hand-in/source.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve, tag } from "../serve-route.ts";
import { giveHint } from "./hints.ts";
import { draftData, freeData, workData } from "./present.ts";
import { requestSelfCheck, selfCheckReport } from "./self-check.ts";
import {
	freeDrawingsOf,
	otherDrawings,
	removeFreeDrawing,
	storeDraft,
	storeFreeDrawing,
	storeRun,
	workOf,
} from "./store.ts";
import { openedWork, openWork, workParts } from "./work.ts";

/** Largest number of a student's free drawings. */
const MAX_FREE_DRAWINGS = 200;
/** An example's picture, in pixels. */
const EXAMPLE_WIDTH = 800;

export function workRoutes(context: AppContext): void {
	const { dataSource, offload, queue } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.listWork, async ({ request }) => {
		const { id } = accountOf(request);
		const records = await workOf(manager, id);
		const more = await workParts(manager, id, records);
		return { work: records.map((record) => workData(record, more)) };
	});
	serve(context, ROUTES.showWork, async ({ request, reply, params }) => {
		const { id } = accountOf(request);
		const record = await openedWork(manager, id, params);
		const data = workData(record, await workParts(manager, id, [record]));
		tag(reply, data.draft?.revision ?? 0);
		return data;
	});
	serve(context, ROUTES.showExample, async ({ request, reply, params }) => {
		const { id } = accountOf(request);
		const { versionId } = await openedWork(manager, id, params);
		const svg = (await picturesOf(manager, [versionId])).get(versionId)?.exampleSvg;
		if (!svg) throw new Refusal("not-found", "This exercise has no example.");
		reply.header("cache-control", "private, max-age=60");
		return Buffer.from(await offload.run("renderPng", id, { svg, width: EXAMPLE_WIDTH }));
	});
	serve(context, ROUTES.saveDraft, async ({ request, reply, params, body, revision }) => {
		refuseSource(body.source);
		const { id: studentId } = accountOf(request);
		const record = await openWork(manager, studentId, params);
		const row = await storeDraft(
			manager,
			{
				assignmentId: record.id,
				exerciseId: record.exerciseId,
				studentId,
				...body,
				language: languageTaken(body.language, record),
			},
			revision,
		);
		if (!row)
			throw new Refusal(
				"changed-since",
				"Your program was saved from another place since. Both are kept: this one in your editor, that one here.",
			);
		await publishEvent(manager, record.id, "draft", { studentId });
		tag(reply, row.revision);
		return draftData(row);
	});
	serve(context, ROUTES.noteRun, async ({ request, params, body }) => {
		const { id: studentId } = accountOf(request);
		const record = await openWork(manager, studentId, params);
		const known = new Set(publishedExercise(record.file).criteria.map((c) => c.id));
		const met = [...new Set(body.met)].filter((c) => known.has(c));
		const runs = await storeRun(manager, {
			assignmentId: record.id,
			exerciseId: record.exerciseId,
			studentId,
			state: body.state,
			met,
			milliseconds: body.milliseconds,
		});
		await publishEvent(manager, record.id, "draft", { studentId });
		return { runs };
	});
	serve(context, ROUTES.selfCheck, async ({ request, params, body }) => {
		refuseSource(body.source);
		const { id: studentId } = accountOf(request);
		const record = await openWork(manager, studentId, params);
		const { id: assignmentId, exerciseId } = record;
		const language = languageTaken(body.language, record);
		const id = await requestSelfCheck(dataSource, queue, { assignmentId, exerciseId, studentId, ...body, language });
		return { id };
	});
	serve(context, ROUTES.showSelfCheck, async ({ request, params }) => {
		return { report: await selfCheckReport(manager, params.id, accountOf(request).id) };
	});
	serve(context, ROUTES.nextHint, async ({ request, params }) => {
		const { id: studentId } = accountOf(request);
		const record = await openedWork(manager, studentId, params);
		return giveHint(manager, record, { studentId, criterion: params.criterion, number: params.number });
	});
	serve(context, ROUTES.listFreeDrawings, async ({ request }) => ({
		drawings: (await freeDrawingsOf(manager, accountOf(request).id)).map(freeData),
	}));
	serve(context, ROUTES.saveFreeDrawing, async ({ request, reply, params, body, revision }) => {
		refuseSource(body.source);
		const { id: studentId } = accountOf(request);
		const others = await otherDrawings(manager, studentId, params.name);
		if (others >= MAX_FREE_DRAWINGS)
			throw new Refusal(
				"not-this-way",
				`You keep ${others} drawings, which is as many as there is room for. Remove one, then save this one.`,
			);
		const row = await storeFreeDrawing(
			manager,
			{ id: v7(), studentId, name: params.name, source: body.source },
			revision,
		);
		if (!row)
			throw new Refusal(
				"changed-since",
				"This drawing was saved from another place since. Both are kept: this one in your editor, that one here.",
			);
		tag(reply, row.revision);
		return freeData(row);
	});
	serve(context, ROUTES.removeFreeDrawing, async ({ request, params }) => {
		if (!(await removeFreeDrawing(manager, accountOf(request).id, params.name))) throw new Refusal("not-found");
	});
}
