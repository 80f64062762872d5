import { CORE_VERSION, type LanguageId, lostRunReport } from "@markpen/core";
import { checkWithTape, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { integer, nullable, statement, text, uuid } from "../database/statement.ts";
import { isUnstorable } from "../database/unstorable.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { storeReport } from "../hand-in/report.ts";
import { submissionFor } from "../hand-in/submission.ts";
import type { QueuedJob } from "../queue/queue.ts";
import { noteSlow } from "../queue/turn.ts";

const FIND_CHECK = statement(
	{
		handInId: uuid,
		studentId: uuid,
		exerciseVersionId: uuid,
		source: text(),
		language: text<LanguageId>(),
		assignmentId: uuid,
		exercise: nullable(text()),
	},
	`SELECT c.hand_in_id AS "handInId", h.student_id AS "studentId", c.exercise_version_id AS "exerciseVersionId",
				h.source, h.language, h.assignment_id AS "assignmentId", v.file AS exercise
		FROM checks c
			JOIN hand_ins h ON h.id = c.hand_in_id
			JOIN exercise_versions v ON v.id = c.exercise_version_id
			WHERE c.id = $1 AND c.ended_at IS NULL`,
);

const KEEP_HAND_IN = statement(
	{ there: integer },
	`SELECT 1 AS there
		FROM hand_ins
		WHERE id = $1 FOR KEY SHARE`,
);

const STORE_TAPE = statement(
	{},
	`INSERT INTO tapes (hand_in_id, core_version, tape)
		VALUES ($1, $2, $3)
		ON CONFLICT (hand_in_id)
		DO UPDATE
		SET core_version = $2, tape = $3`,
);

/** Queries in the transaction that stores a report. */
export interface CheckEnds {
	/** Ends the job. */
	readonly complete: (manager: EntityManager) => Promise<void>;
	/** Queues the search for a report's causes; points never wait for it. */
	readonly later: (manager: EntityManager, job: QueuedJob) => Promise<void>;
}

/** Checks one hand-in; `complete` and `later` run in the transaction that stores its report. */
export async function checkHandIn(
	dataSource: DataSource,
	threads: Threads,
	checkId: string,
	{ complete, later }: CheckEnds,
): Promise<void> {
	const work = await FIND_CHECK.one(dataSource.manager, [checkId]);
	if (!work) return dataSource.transaction(complete);
	const exercise = publishedExercise(work.exercise);
	const { submission, ids } = await submissionFor(dataSource.manager, work.handInId, exercise);
	const marked = await checkWithTape(threads, work.source, exercise, { submission, language: work.language });
	const { studentId, assignmentId } = work;
	const { milliseconds } = marked;
	const store = ({ report, tape }: Pick<typeof marked, "report" | "tape">) =>
		dataSource.transaction(async (manager) => {
			// The student may have been deleted in the meantime.
			const [there] = await KEEP_HAND_IN.all(manager, [work.handInId]);
			if (there) {
				const stored = await storeReport(manager, {
					checkId,
					handInId: work.handInId,
					exerciseVersionId: work.exerciseVersionId,
					report,
					submission: ids,
				});
				if (stored && report.causes === null) await later(manager, { do: "explain", reportId: stored.reportId });
				if (tape) await STORE_TAPE.all(manager, [work.handInId, CORE_VERSION, Buffer.from(tape)]);
				await noteSlow(manager, { studentId, assignmentId, milliseconds });
				await publishEvent(manager, work.handInId, "checked");
				await publishEvent(manager, work.assignmentId, "checked", { handInId: work.handInId });
			}
			await complete(manager);
		});
	try {
		await store(marked);
	} catch (error) {
		if (!isUnstorable(error)) throw error;
		// A retry would fail again and block a thread each time.
		await store({ report: lostRunReport(exercise, "report-not-kept"), tape: null });
	}
}
