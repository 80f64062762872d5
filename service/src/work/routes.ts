import { ROUTES, type Work } from "@markpen/contract";
import { hintsOf, studentCopy } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import type { AppContext } from "../app.ts";
import { shownTo } from "../assignment/shown.ts";
import { pointsOf } from "../class/store.ts";
import { queryAll, queryOne } from "../database/data-source.ts";
import { exampleSvg, modelSvg, publishedExercise } from "../exercise/exercise.ts";
import { refuseSource } from "../hand-in/source.ts";
import { forStudent } from "../hand-in/student-view.ts";
import { PRIORITY, sendWork } from "../jobs/queue.ts";
import { publishEvent } from "../plugins/events.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve, tag } from "../serve-route.ts";
import {
	type DraftRow,
	draftsOf,
	type FreeRow,
	findWork,
	freeDrawingsOf,
	type LastHandIn,
	lastHandIns,
	lastSources,
	otherDrawings,
	removeFreeDrawing,
	storeDraft,
	storeFreeDrawing,
	storeHinted,
	storeRun,
	type TryRow,
	triesOf,
	type WorkRecord,
	workOf,
} from "./store.ts";

/** Programs without exercise that a student may keep: far more than anybody looks through. */
const MAX_FREE_DRAWINGS = 200;
/** An example's picture, in pixels. */
const EXAMPLE_WIDTH = 800;
/** Self-checks that a student may have waiting at once. */
const MAX_WAITING_CHECKS = 2;

const draftData = ({ source, revision, device, savedAt, runs, answers }: DraftRow) => ({
	source,
	revision,
	device,
	savedAt: savedAt.toISOString(),
	runs,
	answers,
});
const freeData = ({ savedAt, ...row }: FreeRow) => ({ ...row, savedAt: savedAt.toISOString() });

function modelOf(record: WorkRecord): NonNullable<Work["model"]> {
	const file = publishedExercise(record.source);
	return { picture: modelSvg(file), source: record.showModelAs === "source" ? file.model : null };
}

interface Beside {
	readonly tries: readonly TryRow[];
	readonly drafts: readonly DraftRow[];
	readonly sources: readonly { assignmentId: string; exerciseId: string; source: string }[];
	/** Hand-ins that the exercises go on from, by the key of theirs. */
	readonly before: ReadonlyMap<string, LastHandIn>;
}

const isOf =
	(record: WorkRecord) =>
	<T extends { assignmentId: string; exerciseId: string }>(row: T) =>
		row.assignmentId === record.id && row.exerciseId === record.exerciseId;

function workData(record: WorkRecord, { tries, drafts, sources, before }: Beside): Work {
	const mine = tries.filter(isOf(record));
	const draft = drafts.find(isOf(record));
	const shown = shownTo(record, record);
	const file = publishedExercise(record.source);
	const copy = studentCopy(file);
	const from = before.get(file.continues ?? "");
	const checklist = record.showChecklist === "opening" || mine.length > 0;
	return {
		assignmentId: record.id,
		className: record.className,
		unit: record.unit,
		doneWhen: record.doneWhen,
		exercise: { ...copy, criteria: checklist ? copy.criteria : [] } as Work["exercise"],
		opensAt: record.opensAt.toISOString(),
		dueAt: record.dueAt.toISOString(),
		closesAt: record.closesAt.toISOString(),
		late: record.late,
		triesLeft: record.tries === null ? null : Math.max(0, record.tries - mine.length),
		excused: record.excused,
		released: record.released,
		handIns: mine.map((t) => ({
			id: t.id,
			tryNumber: t.tryNumber,
			handedInAt: t.handedInAt.toISOString(),
			late: t.late,
			points: shown.points ? pointsOf(t.earned, t.possible) : null,
			open: shown.points ? Number(t.open ?? 0) : 0,
			counts: t.counts,
		})),
		draft: draft && draft.revision > 0 ? draftData(draft) : null,
		hinted: Object.fromEntries(Object.entries(draft?.hinted ?? {}).map(([id, { given }]) => [id, given])),
		lastSource: sources.find(isOf(record))?.source ?? null,
		continues: from
			? { id: from.id, title: from.title, source: from.source, handedInAt: from.handedInAt.toISOString() }
			: null,
		model: shown.model ? modelOf(record) : null,
	};
}

async function beside(manager: EntityManager, studentId: string, records: readonly WorkRecord[]): Promise<Beside> {
	const ids = [...new Set(records.map((r) => r.id))];
	const keys = [...new Set(records.flatMap((r) => publishedExercise(r.source).continues ?? []))];
	const before = new Map((await lastHandIns(manager, studentId, keys, new Date())).map((h) => [h.key, h]));
	return {
		before,
		tries: await triesOf(manager, studentId, ids),
		drafts: await draftsOf(manager, studentId, ids),
		sources: await lastSources(manager, studentId, ids),
	};
}

export function workRoutes(context: AppContext): void {
	const { dataSource, queue, pictures } = context;
	const { manager } = dataSource;
	/** The student's work, once it is open. */
	const opened = async (studentId: string, params: { id: string; exercise: string }): Promise<WorkRecord> => {
		const record = await findWork(manager, studentId, params.id, params.exercise);
		if (!record || record.opensAt > new Date()) throw new Refusal("not-found");
		return record;
	};
	const stillOpen = async (studentId: string, params: { id: string; exercise: string }): Promise<WorkRecord> => {
		const record = await opened(studentId, params);
		if (record.classClosed || record.closesAt <= new Date())
			throw new Refusal(
				"closed",
				"This assignment is closed, so nothing more is kept for it here. Your program is in the editor still.",
			);
		return record;
	};
	serve(context, ROUTES.listWork, async ({ request }) => {
		const { id } = accountOf(request);
		const records = await workOf(manager, id);
		const more = await beside(manager, id, records);
		return { work: records.map((record) => workData(record, more)) };
	});
	serve(context, ROUTES.showWork, async ({ request, reply, params }) => {
		const { id } = accountOf(request);
		const record = await opened(id, params);
		const data = workData(record, await beside(manager, id, [record]));
		tag(reply, data.draft?.revision ?? 0);
		return data;
	});
	serve(context, ROUTES.showExample, async ({ request, reply, params }) => {
		const file = publishedExercise((await opened(accountOf(request).id, params)).source);
		if (!file.example) throw new Refusal("not-found", "This exercise has no example.");
		reply.header("cache-control", "private, max-age=60");
		return Buffer.from(
			await pictures.run({ do: "png", svg: exampleSvg(file), width: EXAMPLE_WIDTH }),
		) as unknown as string;
	});
	serve(context, ROUTES.saveDraft, async ({ request, reply, params, body, revision }) => {
		refuseSource(body.source);
		const { id: studentId } = accountOf(request);
		const record = await stillOpen(studentId, params);
		const row = await storeDraft(
			manager,
			{ assignmentId: record.id, exerciseId: record.exerciseId, studentId, ...body },
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
		const record = await stillOpen(studentId, params);
		const known = new Set(publishedExercise(record.source).criteria.map((c) => c.id));
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
		const record = await stillOpen(studentId, params);
		const id = v7();
		await dataSource.transaction(async (tx) => {
			await tx.query("SELECT pg_advisory_xact_lock(hashtextextended($1, 3))", [studentId]);
			const [waiting] = await queryAll<{ count: number }>(
				tx,
				"SELECT count(*)::int AS count FROM self_checks WHERE student_id = $1 AND report IS NULL AND made_at > now() - interval '1 minute'",
				[studentId],
			);
			if ((waiting?.count ?? 0) >= MAX_WAITING_CHECKS)
				throw new Refusal("too-many-calls", "Two of your checks are still running. Wait for them, then check again.");
			await tx.query(
				"INSERT INTO self_checks (id, assignment_id, exercise_id, student_id, source, answers) VALUES ($1, $2, $3, $4, $5, $6)",
				[id, record.id, record.exerciseId, studentId, body.source, JSON.stringify(body.answers)],
			);
			await sendWork(queue, tx, { do: "self-check", selfCheckId: id }, PRIORITY.waiting);
		});
		return { id };
	});
	serve(context, ROUTES.showSelfCheck, async ({ request, params }) => {
		const row = await queryOne<{ report: Parameters<typeof forStudent>[0] | null; exercise: string }>(
			manager,
			`SELECT s.report, v.source AS exercise FROM self_checks s JOIN assignment_exercises x ON x.assignment_id = s.assignment_id AND x.exercise_id = s.exercise_id
			 JOIN exercise_versions v ON v.id = x.exercise_version_id WHERE s.id = $1 AND s.student_id = $2`,
			[params.id, accountOf(request).id],
		);
		if (!row) throw new Refusal("not-found");
		return {
			report: row.report && forStudent(row.report, publishedExercise(row.exercise), { before: true, points: true }),
		};
	});
	serve(context, ROUTES.nextHint, async ({ request, params }) => {
		const { id: studentId } = accountOf(request);
		const record = await opened(studentId, params);
		const criterion = publishedExercise(record.source).criteria.find(
			(c) => c.id === params.criterion && (c.show ?? "before") === "before",
		);
		const hints = criterion ? hintsOf(criterion) : [];
		const hint = hints[params.number - 1];
		if (hint === undefined) throw new Refusal("not-found");
		const [draft] = (await draftsOf(manager, studentId, [record.id])).filter((d) => d.exerciseId === record.exerciseId);
		const { given, runs } = draft?.hinted[params.criterion] ?? { given: 0, runs: 0 };
		if (params.number > given) {
			if (!draft || draft.runs === 0)
				throw new Refusal(
					"not-this-way",
					"Run your program first, then look at what it drew. A hint comes after that.",
				);
			if (params.number > given + 1 || (given > 0 && draft.runs <= runs))
				throw new Refusal(
					"not-this-way",
					"Try what the last hint says and run your program. The next one comes after that.",
				);
			const after = { ...draft.hinted, [params.criterion]: { given: params.number, runs: draft.runs } };
			await storeHinted(
				manager,
				{ assignmentId: record.id, exerciseId: record.exerciseId, studentId },
				draft.hinted,
				after,
			);
		}
		return { hint, more: params.number < hints.length };
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
