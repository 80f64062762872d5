import type { ReportBody } from "@markpen/contract";
import { CORE_VERSION, type Report, settle } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { EntityManager } from "typeorm";
import { recordAudit } from "../audit.ts";
import { AssignmentExerciseEntity } from "../database/entities/assignment.ts";
import { ExerciseVersionEntity } from "../database/entities/exercise.ts";
import { integer, json, nullable, numeric, type RowOf, statement, text, uuid } from "../database/statement.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { requestCheck, storeReport } from "../hand-in/report.ts";
import { submissionFor } from "../hand-in/submission.ts";
import type { JobRecord } from "../queue/job.ts";
import { CHECK_AGAIN, sendWork } from "../queue/queue.ts";
import { Refusal } from "../refusals.ts";

/** What a rehearsal is of. */
export interface About {
	readonly assignmentId: string;
	readonly exerciseId: string;
	readonly fromVersionId: string;
	readonly toVersionId: string;
	readonly carriedOut?: string;
}

/** The subject of a rehearsal's job, at the time the job was created. */
const aboutOf = (job: { readonly about: unknown }) => job.about as About;

const decided = (table: string) =>
	`coalesce((SELECT jsonb_object_agg(criterion, points) FROM ${table} WHERE hand_in_id = h.id), '{}')`;

const LIST_REHEARSED = statement(
	{
		handInId: uuid,
		studentId: uuid,
		studentName: text(),
		tryNumber: integer,
		report: json<Report>(),
		before: nullable(json<ReportBody>()),
		earned: nullable(numeric),
		judgements: json<Record<string, number>>(),
		adjustments: json<Record<string, number>>(),
	},
	`SELECT h.id AS "handInId", s.id AS "studentId", s.name AS "studentName", h.try_number AS "tryNumber", x.report,
			r.body AS before, g.earned, ${decided("judgements")} AS judgements, ${decided("adjustments")} AS adjustments
		FROM rehearsed x
		JOIN hand_ins h ON h.id = x.hand_in_id
		JOIN accounts s ON s.id = h.student_id
		LEFT JOIN standings g ON g.hand_in_id = h.id
		LEFT JOIN full_reports r ON r.id = g.report_id
		WHERE x.job_id = $1
		ORDER BY s.name, s.id, h.try_number`,
);
type Row = RowOf<typeof LIST_REHEARSED>;

export interface Moved {
	handInId: string;
	student: { id: string; name: string };
	tryNumber: number;
	before: number | null;
	after: number;
	why: { criterion: string; asks: string; before: number | null; after: number | null; says: string }[];
	decide: { criterion: string; asks: string; adjusted: number; before: number | null; after: number | null }[];
}

function movedOf(row: Row, beyondFull: boolean): Moved | undefined {
	const pointsIn = (report: { criteria: readonly { id: string; points: number | null }[] } | null, id: string) =>
		report?.criteria.find((c) => c.id === id)?.points ?? null;
	const after = settle(row.report.criteria, row, beyondFull).earned;
	const before = row.earned === null ? null : Number(row.earned);
	const ids = [...new Set([...(row.before?.criteria ?? []).map((c) => c.id), ...row.report.criteria.map((c) => c.id)])];
	const asksOf = (id: string) =>
		[...row.report.criteria, ...(row.before?.criteria ?? [])].find((c) => c.id === id)?.asks ?? id;
	const differing = ids.filter((id) => pointsIn(row.before, id) !== pointsIn(row.report, id));
	const why = differing.map((criterion) => {
		const now = row.report.criteria.find((c) => c.id === criterion);
		return {
			criterion,
			asks: asksOf(criterion),
			before: pointsIn(row.before, criterion),
			after: pointsIn(row.report, criterion),
			says: now ? now.sentence : "This criterion was removed.",
		};
	});
	// An adjustment belongs to its finding; if the finding changed, a teacher has to look again.
	const decide = Object.entries(row.adjustments)
		.filter(([criterion]) => differing.includes(criterion))
		.map(([criterion, adjusted]) => ({
			criterion,
			asks: asksOf(criterion),
			adjusted: Number(adjusted),
			before: pointsIn(row.before, criterion),
			after: pointsIn(row.report, criterion),
		}));
	if (before === after && decide.length === 0) return undefined;
	return {
		handInId: row.handInId,
		student: { id: row.studentId, name: row.studentName },
		tryNumber: row.tryNumber,
		before,
		after,
		why,
		decide,
	};
}

const FIND_VERSIONS = statement(
	{ id: uuid, number: integer, file: nullable(text()), key: text() },
	`SELECT v.id, v.number, v.file, e.key
		FROM exercise_versions v
		JOIN exercises e ON e.id = v.exercise_id
		WHERE v.id = ANY($1)`,
);

/** Whose points would change, by how much and why, and which adjustments need a decision. */
export async function rehearsalOf(manager: EntityManager, job: JobRecord) {
	const about = aboutOf(job);
	const versions = await FIND_VERSIONS.all(manager, [[about.fromVersionId, about.toVersionId]]);
	const to = versions.find((v) => v.id === about.toVersionId);
	const rows = await LIST_REHEARSED.all(manager, [job.id]);
	const beyondFull = to !== undefined && publishedExercise(to.file).bonus === "beyond full";
	const moved = rows.flatMap((row) => movedOf(row, beyondFull) ?? []);
	return {
		id: job.id,
		exercise: to?.key ?? "",
		fromVersion: versions.find((v) => v.id === about.fromVersionId)?.number ?? 0,
		toVersion: to?.number ?? 0,
		coreVersion: CORE_VERSION,
		state: job.state,
		checked: rows.length,
		unmoved: rows.length - moved.length,
		moved,
		carriedOut: about.carriedOut !== undefined,
	};
}

const MARK_CARRIED_OUT = statement(
	{},
	`UPDATE jobs
		SET about = about || jsonb_build_object('carriedOut', now()::text)
		WHERE id = $1`,
);

const DROP_ADJUSTMENT = statement(
	{ points: numeric },
	`DELETE FROM adjustments
		WHERE hand_in_id = $1 AND criterion = $2
		RETURNING points`,
);

const LIST_UNREHEARSED = statement(
	{ id: uuid },
	`SELECT h.id FROM hand_ins h WHERE h.assignment_id = $1 AND h.exercise_id = $2
		AND NOT EXISTS (SELECT 1 FROM reports r WHERE r.hand_in_id = h.id AND r.exercise_version_id = $3 AND
				r.core_version = $4)`,
);

/**
 * Applies a rehearsal: the new version, the new reports (the old ones are kept), all adjustments except dropped ones.
 */
export async function carryOutRehearsal(
	manager: EntityManager,
	queue: PgBoss,
	job: JobRecord,
	of: { drop: readonly { handInId: string; criterion: string }[]; by: string },
): Promise<{ reports: number; dropped: number }> {
	const about = aboutOf(job);
	await MARK_CARRIED_OUT.all(manager, [job.id]);
	await manager.update(
		AssignmentExerciseEntity,
		{ assignmentId: about.assignmentId, exerciseId: about.exerciseId },
		{ exerciseVersionId: about.toVersionId },
	);
	const version = await manager.findOne(ExerciseVersionEntity, {
		select: { file: true },
		where: { id: about.toVersionId },
	});
	const exercise = publishedExercise(version?.file ?? null);
	const rows = await LIST_REHEARSED.all(manager, [job.id]);
	const rehearsed = new Set(rows.map((row) => row.handInId));
	let dropped = 0;
	for (const { handInId, criterion } of of.drop) {
		if (!rehearsed.has(handInId)) throw new Refusal("not-found", "A hand-in to drop from isn't one of this rehearsal.");
		const gone = await DROP_ADJUSTMENT.all(manager, [handInId, criterion]);
		if (!gone[0]) continue;
		dropped++;
		await recordAudit(manager, {
			who: of.by,
			what: "dropped adjustment",
			subject: handInId,
			field: criterion,
			old: Number(gone[0].points),
		});
	}
	for (const { handInId, report, earned } of rows) {
		const checkId = await requestCheck(manager, { handInId, exerciseVersionId: about.toVersionId });
		const { ids } = await submissionFor(manager, handInId, exercise);
		const stored = await storeReport(manager, {
			checkId,
			handInId,
			exerciseVersionId: about.toVersionId,
			report,
			submission: ids,
		});
		const now = stored?.settled;
		if (now && Number(earned) !== now.earned)
			await recordAudit(manager, {
				who: of.by,
				what: "checked again",
				subject: handInId,
				field: "points",
				old: earned,
				new: now.earned,
			});
	}
	// Hand-ins since the rehearsal are checked with the new version too.
	const since = await LIST_UNREHEARSED.all(manager, [
		about.assignmentId,
		about.exerciseId,
		about.toVersionId,
		CORE_VERSION,
	]);
	for (const { id } of since) {
		const checkId = await requestCheck(manager, { handInId: id, exerciseVersionId: about.toVersionId });
		await sendWork(queue, manager, { do: "check", checkId }, CHECK_AGAIN);
	}
	await publishEvent(manager, about.assignmentId, "checked", {});
	return { reports: rows.length, dropped };
}
