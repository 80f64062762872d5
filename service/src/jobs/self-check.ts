import { type ExerciseFile, type LanguageId, lostRunReport, type Report, type Submission } from "@markpen/core";
import { checkWithTape, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { SelfCheckEntity } from "../database/entities/work.ts";
import { json, nullable, statement, text, uuid } from "../database/statement.ts";
import { isUnstorable } from "../database/unstorable.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { earlierOf, wordsOf } from "../hand-in/submission.ts";
import type { QueuedJob } from "../queue/queue.ts";
import { noteSlow } from "../queue/turn.ts";

/** A self-check with its exercise and its report so far. */
export const FIND_SELF_CHECK = statement(
	{
		source: text(),
		language: text<LanguageId>(),
		answers: json<Record<string, { words: string }>>(),
		exercise: nullable(text()),
		exerciseId: uuid,
		assignmentId: uuid,
		studentId: uuid,
		report: nullable(json<Report>()),
	},
	`SELECT s.source, s.language, s.answers, v.file AS exercise, s.exercise_id AS "exerciseId", s.assignment_id AS
				"assignmentId", s.student_id AS "studentId", s.report
			FROM self_checks s
		JOIN assignment_exercises x ON x.assignment_id = s.assignment_id AND x.exercise_id = s.exercise_id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
		WHERE s.id = $1`,
);

const FIND_LAST_TRY = statement(
	{ source: text(), language: text<LanguageId>() },
	`SELECT source, language
		FROM hand_ins
		WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3
		ORDER BY try_number DESC
		LIMIT 1`,
);

/** Queries in the transaction that stores a self-check's report. */
export interface SelfCheckEnds {
	readonly complete: (manager: EntityManager) => Promise<void>;
	readonly later: (manager: EntityManager, job: QueuedJob) => Promise<void>;
}

/** The data for a self-check: answers, the last try, earlier work. */
export async function broughtWith(
	manager: EntityManager,
	asked: {
		readonly assignmentId: string;
		readonly exerciseId: string;
		readonly studentId: string;
		readonly answers: Record<string, { words: string }>;
	},
	exercise: ExerciseFile,
): Promise<Submission> {
	const last = await FIND_LAST_TRY.one(manager, [asked.assignmentId, asked.exerciseId, asked.studentId]);
	const earlier = await earlierOf(manager, exercise, asked.studentId, new Date());
	return {
		answers: wordsOf(asked.answers),
		...(last && { lastTry: last }),
		...(earlier.length > 0 && {
			earlier: Object.fromEntries(earlier.map((e) => [e.key, { source: e.source, language: e.language }])),
		}),
	};
}

/** Checks a program with a hand-in's limits, without handing it in. */
export async function selfCheck(
	dataSource: DataSource,
	threads: Threads,
	id: string,
	{ complete, later }: SelfCheckEnds,
): Promise<void> {
	const { manager } = dataSource;
	const asked = await FIND_SELF_CHECK.one(manager, [id]);
	if (!asked || asked.report) return dataSource.transaction(complete);
	const exercise = publishedExercise(asked.exercise);
	const { report, milliseconds } = await checkWithTape(threads, asked.source, exercise, {
		tape: false,
		submission: await broughtWith(manager, asked, exercise),
		language: asked.language,
	});
	const store = (of: Report) =>
		dataSource.transaction(async (tx) => {
			await tx.update(SelfCheckEntity, { id }, { report: of });
			await noteSlow(tx, { studentId: asked.studentId, assignmentId: asked.assignmentId, milliseconds });
			if (of.causes === null) await later(tx, { do: "explain-self-check", selfCheckId: id });
			await publishEvent(tx, id, "checked");
			await complete(tx);
		});
	try {
		await store(report);
	} catch (error) {
		if (!isUnstorable(error)) throw error;
		await store(lostRunReport(exercise, "report-not-kept"));
	}
}
