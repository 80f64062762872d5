import { gunzipSync } from "node:zlib";
import { ROUTES } from "@markpen/contract";
import { conditionsOf, type Picture, svgOf } from "@markpen/core";
import { v7 } from "uuid";
import type { AppContext } from "../app.ts";
import { shownTo } from "../assignment/shown.ts";
import { reachHandIn } from "../class/access.ts";
import { queryAll, queryOne, queryReturning } from "../database/data-source.ts";
import { modelSvg, publishedExercise } from "../exercise/exercise.ts";
import { publishEvent } from "../plugins/events.ts";
import { DRAWING_FILE_POLICY } from "../plugins/headers.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { adjustCriterion, FIELDS, filled, judgeCriterion, undoAdjustment } from "./feedback.ts";
import { handingIn } from "./hand-in.ts";
import {
	type CommentRow,
	commentsOf,
	decisionsOf,
	drawingOf,
	findHandIn,
	type HandInRecord,
	neighbours,
	tapeOfHandIn,
	triesOfStudent,
} from "./store.ts";
import { forStudent } from "./student-view.ts";

const commentData = ({ at, ...row }: CommentRow) => ({ ...row, at: at.toISOString() });

export function handInRoutes(context: AppContext): void {
	const { dataSource, queue, events, pictures } = context;
	const { manager } = dataSource;
	const handIn = handingIn(dataSource, queue);
	const seen = async (id: string, account: { id: string; role: string }): Promise<HandInRecord> => {
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
			answers: body.answers,
			pressedAt: body.pressedAt === undefined ? null : new Date(body.pressedAt),
			key: typeof key === "string" && key !== "" ? key.slice(0, 200) : null,
		});
		return { id: row.id, tryNumber: row.tryNumber, handedInAt: row.handedInAt.toISOString(), late: row.late };
	});
	serve(context, ROUTES.showHandIn, async ({ request, params }) => {
		const account = accountOf(request);
		const record = await seen(params.id, account);
		const student = account.role === "student";
		const shown = student ? shownTo(record, record) : { points: true, feedback: true };
		const exercise = publishedExercise(record.exercise);
		const [judgements, adjustments] = [
			await decisionsOf(manager, record.id, "judgements"),
			await decisionsOf(manager, record.id, "adjustments"),
		];
		const { report } = record;
		const visible = student && report ? forStudent(report, exercise, { before: false, points: shown.points }) : report;
		const ids = new Set(visible?.criteria.map((c) => c.id));
		const tries = await triesOfStudent(manager, record);
		return {
			id: record.id,
			assignmentId: record.assignmentId,
			classId: record.classId,
			className: record.className,
			title: record.title,
			exercise: record.key,
			student: { id: record.studentId, name: record.studentName },
			tryNumber: record.tryNumber,
			tries: shown.points ? tries : tries.map((t) => ({ ...t, points: null })),
			handedInAt: record.handedInAt.toISOString(),
			late: record.late,
			pressedAt: record.pressedAt?.toISOString() ?? null,
			madeBy: record.madeBy,
			source: record.source,
			conditions: conditionsOf(exercise),
			answers: record.answers,
			report: shown.feedback ? visible : null,
			waiting: record.waiting,
			points:
				shown.points && record.earned !== null
					? { earned: Number(record.earned), possible: Number(record.possible), open: Number(record.open) }
					: null,
			criteria:
				shown.points && shown.feedback
					? (record.criteria ?? []).flatMap((id, i) => {
							if (!ids.has(id)) return [];
							const adjusted = adjustments.find((a) => a.criterion === id);
							return [
								{
									id,
									points: Number(record.points?.[i]),
									judged: judgements.find((j) => j.criterion === id)?.points ?? null,
									adjusted: adjusted
										? {
												points: adjusted.points,
												reason: adjusted.reason,
												by: adjusted.by,
												at: adjusted.at.toISOString(),
											}
										: null,
								},
							];
						})
					: [],
			comments: shown.feedback ? (await commentsOf(manager, record.id)).map(commentData) : [],
			released: record.released,
			...(student ? { before: null, after: null } : await neighbours(manager, record)),
		};
	});
	const drawn = async (id: string, account: { id: string; role: string }): Promise<string> => {
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
		const png = await pictures.run({ do: "png", svg: await drawn(params.id, accountOf(request)), width: query.width });
		reply.header("cache-control", "private, max-age=60");
		return Buffer.from(png) as unknown as string;
	});
	serve(context, ROUTES.showWanted, async ({ request, reply, params }) => {
		const record = await seen(params.id, accountOf(request));
		reply.header("content-security-policy", DRAWING_FILE_POLICY).header("cache-control", "private, max-age=60");
		return modelSvg(publishedExercise(record.exercise));
	});
	serve(context, ROUTES.showTape, async ({ request, params }) => {
		const record = await seen(params.id, accountOf(request));
		const row = await tapeOfHandIn(manager, record.id);
		if (!row) throw new Refusal("not-found");
		return gunzipSync(row.tape) as unknown as string;
	});
	serve(context, ROUTES.handInEvents, async ({ request, reply, params }) => {
		const record = await seen(params.id, accountOf(request));
		events.stream(request, reply, { subject: record.id, last: ["checked"] });
		return "";
	});

	/** A hand-in of a class that the teacher has, to change what people decide of it. */
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
		const { place } = body;
		if (place.on === "criterion" && !publishedExercise(record.exercise).criteria.some((c) => c.id === place.criterion))
			throw new Refusal("not-found");
		if (place.on === "lines" && (place.to < place.from || place.to > record.source.split("\n").length))
			throw new Refusal("bad-request", "The program has no such lines.", [
				{ path: "place.to", message: "is after the program's last line, or before place.from" },
			]);
		if (place.on === "figure" && !record.report?.figures.some((f) => f.index === place.figure))
			throw new Refusal("bad-request", "The drawing has no such figure.", [
				{ path: "place.figure", message: "is the index of no figure of the report" },
			]);
		const id = v7();
		const words = filled(body.words, record);
		const [row] = await queryAll<{ at: Date }>(
			manager,
			"INSERT INTO comments (id, hand_in_id, by_id, place, words) VALUES ($1, $2, $3, $4, $5) RETURNING at",
			[id, record.id, account.id, JSON.stringify(place), words],
		);
		await publishEvent(manager, record.assignmentId, "commented", { handInId: record.id });
		return { id, by: account.name, place, words, at: (row?.at ?? new Date()).toISOString() };
	});
	serve(context, ROUTES.removeComment, async ({ request, params }) => {
		await reachHandIn(manager, accountOf(request), params.id, "class");
		const gone = await queryReturning(manager, "DELETE FROM comments WHERE id = $1 AND hand_in_id = $2 RETURNING id", [
			params.comment,
			params.id,
		]);
		if (gone.length === 0) throw new Refusal("not-found");
	});
	serve(context, ROUTES.listKeptComments, async ({ request }) => ({
		comments: await queryAll<{ id: string; words: string; slip: string | null }>(
			manager,
			"SELECT id, words, slip FROM kept_comments WHERE owner_id = $1 ORDER BY made_at, id",
			[accountOf(request).id],
		),
		fields: { ...FIELDS },
	}));
	serve(context, ROUTES.keepComment, async ({ request, body }) => {
		const row = await queryOne<{ id: string; words: string; slip: string | null }>(
			manager,
			"INSERT INTO kept_comments (id, owner_id, words, slip) VALUES ($1, $2, $3, $4) RETURNING id, words, slip",
			[v7(), accountOf(request).id, body.words, body.slip],
		);
		if (!row) throw new Error("what is kept comes back");
		return row;
	});
	serve(context, ROUTES.forgetComment, async ({ request, params }) => {
		const gone = await queryReturning(
			manager,
			"DELETE FROM kept_comments WHERE id = $1 AND owner_id = $2 RETURNING id",
			[params.id, accountOf(request).id],
		);
		if (gone.length === 0) throw new Refusal("not-found");
	});
}
