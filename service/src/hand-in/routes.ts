import { promisify } from "node:util";
import { gunzip } from "node:zlib";
import { ROUTES } from "@markpen/contract";
import { type Picture, svgOf } from "@markpen/core";
import { v7 } from "uuid";
import { reachHandIn } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { publishEvent } from "../events/events.ts";
import { picturesOf } from "../exercise/store.ts";
import { DRAWING_FILE_POLICY } from "../plugins/headers.ts";
import { accountOf, isStill } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { deleteComment, forgetComment, insertComment, keepComment, keptCommentsOf } from "./comments.ts";
import { adjustCriterion, FIELDS, filled, judgeCriterion, refusePlace, undoAdjustment } from "./feedback.ts";
import { handingIn } from "./hand-in.ts";
import { handInData } from "./present.ts";
import {
	commentsOf,
	decisionsOf,
	drawingOf,
	findHandIn,
	type HandInRecord,
	neighbours,
	tapeOfHandIn,
	triesOfStudent,
	type Viewer,
} from "./store.ts";

/** Unpacks beside the process's own work. */
const unpack = promisify(gunzip) as (bytes: Buffer, options: { maxOutputLength: number }) => Promise<Buffer>;
/** Larger than any run's tape: 200,000 entries with their corners. */
const MAX_TAPE_BYTES = 64 * 1024 * 1024;

export function handInRoutes(context: AppContext): void {
	const { dataSource, queue, events, offload } = context;
	const { manager } = dataSource;
	const handIn = handingIn(dataSource, queue);
	const seen = async (id: string, account: Viewer): Promise<HandInRecord> => {
		const record = await findHandIn(manager, id, account);
		if (!record) throw new Refusal("not-found");
		return record;
	};
	serve(context, ROUTES.handIn, async ({ request, params, body }) => {
		const key = request.headers["idempotency-key"];
		const row = await handIn({
			assignmentId: params.id,
			exercise: params.exercise,
			studentId: accountOf(request).id,
			source: body.source,
			language: body.language,
			answers: body.answers,
			pressedAt: body.pressedAt === undefined ? null : new Date(body.pressedAt),
			key: typeof key === "string" && key !== "" ? key.slice(0, 200) : null,
			trace: request.span && context.tracing.parentOf(request.span),
		});
		return { id: row.id, tryNumber: row.tryNumber, handedInAt: row.handedInAt.toISOString(), late: row.late };
	});
	serve(context, ROUTES.showHandIn, async ({ request, params }) => {
		const account = accountOf(request);
		const record = await seen(params.id, account);
		return handInData({
			record,
			reader: account.role,
			judgements: await decisionsOf(manager, record.id, "judgements"),
			adjustments: await decisionsOf(manager, record.id, "adjustments"),
			tries: await triesOfStudent(manager, record),
			comments: await commentsOf(manager, record.id),
			neighbours: account.role === "student" ? null : await neighbours(manager, record),
		});
	});
	const drawn = async (id: string, account: Viewer): Promise<string> => {
		const picture = await drawingOf(manager, id, account);
		if (!picture) throw new Refusal("not-found");
		return svgOf(picture as Picture);
	};
	serve(context, ROUTES.showDrawing, async ({ request, reply, params }) => {
		const svg = await drawn(params.id, accountOf(request));
		reply.header("content-security-policy", DRAWING_FILE_POLICY).header("cache-control", "private, max-age=60");
		return svg;
	});
	serve(context, ROUTES.showDrawingPng, async ({ request, reply, params, query }) => {
		const account = accountOf(request);
		const svg = await drawn(params.id, account);
		const png = await offload.run("renderPng", account.id, { svg, width: query.width });
		reply.header("cache-control", "private, max-age=60");
		return Buffer.from(png);
	});
	serve(context, ROUTES.showWanted, async ({ request, reply, params }) => {
		const record = await seen(params.id, accountOf(request));
		reply.header("content-security-policy", DRAWING_FILE_POLICY).header("cache-control", "private, max-age=60");
		return (await picturesOf(manager, [record.versionId])).get(record.versionId)?.modelSvg ?? "";
	});
	serve(context, ROUTES.showTape, async ({ request, params }) => {
		const record = await seen(params.id, accountOf(request));
		const row = await tapeOfHandIn(manager, record.id);
		if (!row) throw new Refusal("not-found");
		return unpack(row.tape, { maxOutputLength: MAX_TAPE_BYTES });
	});
	serve(context, ROUTES.handInEvents, async ({ request, reply, params }) => {
		const reached = () => seen(params.id, accountOf(request));
		const { id } = await reached();
		const still = () => isStill(context, request, ROUTES.handInEvents, reached);
		const past = async () => (await reached()).report !== null;
		events.stream(request, reply, { subject: id, last: ["checked"], still, past });
		return "";
	});

	/** A hand-in of the teacher's own class, for judging and adjusting. */
	const judged = async (id: string, account: Parameters<typeof reachHandIn>[1]): Promise<HandInRecord> => {
		await reachHandIn(manager, account, id, "class");
		return seen(id, account);
	};
	serve(context, ROUTES.judge, async ({ request, params, body }) => {
		const account = accountOf(request);
		const record = await judged(params.id, account);
		return dataSource.transaction((tx) =>
			judgeCriterion(tx, record, { criterion: params.criterion, points: body.points, by: account.id }),
		);
	});
	serve(context, ROUTES.adjust, async ({ request, params, body }) => {
		const account = accountOf(request);
		const record = await judged(params.id, account);
		return dataSource.transaction((tx) =>
			adjustCriterion(tx, record, { criterion: params.criterion, ...body, by: account.id }),
		);
	});
	serve(context, ROUTES.undoAdjustment, async ({ request, params }) => {
		const account = accountOf(request);
		const record = await judged(params.id, account);
		return dataSource.transaction((tx) => undoAdjustment(tx, record, { criterion: params.criterion, by: account.id }));
	});
	serve(context, ROUTES.commentOn, async ({ request, params, body }) => {
		const account = accountOf(request);
		const record = await judged(params.id, account);
		refusePlace(record, body.place);
		const id = v7();
		const words = filled(body.words, record);
		const { place } = body;
		const at = await insertComment(manager, { id, handInId: record.id, byId: account.id, place, words });
		await publishEvent(manager, record.assignmentId, "commented", { handInId: record.id });
		return { id, by: account.name, place, words, at: at.toISOString() };
	});
	serve(context, ROUTES.removeComment, async ({ request, params }) => {
		await reachHandIn(manager, accountOf(request), params.id, "class");
		if (!(await deleteComment(manager, params.id, params.comment))) throw new Refusal("not-found");
	});
	serve(context, ROUTES.listKeptComments, async ({ request }) => ({
		comments: await keptCommentsOf(manager, accountOf(request).id),
		fields: { ...FIELDS },
	}));
	serve(context, ROUTES.keepComment, async ({ request, body }) => {
		const { words, slip } = body;
		return keepComment(manager, { id: v7(), ownerId: accountOf(request).id, words, slip });
	});
	serve(context, ROUTES.forgetComment, async ({ request, params }) => {
		if (!(await forgetComment(manager, accountOf(request).id, params.id))) throw new Refusal("not-found");
	});
}
