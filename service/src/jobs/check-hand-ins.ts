import { type ExerciseFile, type LanguageId, lostRunReport, type Submission, summaryOf } from "@markpen/core";
import { checkPacked, type Threads } from "@markpen/threads";
import type PgBoss from "pg-boss";
import type { DataSource } from "typeorm";
import { batched } from "../database/batched.ts";
import type { Answers } from "../database/entities/answers.ts";
import { instant, json, nullable, statement, text, uuid } from "../database/statement.ts";
import { isUnstorable } from "../database/unstorable.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { type CheckedHandIn, storeReports } from "../hand-in/store-reports.ts";
import { earlierOf, submissionOf } from "../hand-in/submission.ts";
import { completeJobs, sendSearches } from "../queue/queue.ts";

/** Exercise versions kept parsed. */
const MAX_EXERCISES = 64;

const FIND_CHECKS = statement(
	{
		checkId: uuid,
		handInId: uuid,
		studentId: uuid,
		assignmentId: uuid,
		exerciseVersionId: uuid,
		source: text(),
		language: text<LanguageId>(),
		answers: json<Answers>(),
		handedInAt: instant,
		lastId: nullable(uuid),
		lastSource: nullable(text()),
		lastLanguage: nullable(text<LanguageId>()),
	},
	`SELECT c.id AS "checkId", h.id AS "handInId", h.student_id AS "studentId", h.assignment_id AS "assignmentId",
			c.exercise_version_id AS "exerciseVersionId", h.source, h.language, h.answers,
			h.handed_in_at AS "handedInAt", b.id AS "lastId", b.source AS "lastSource", b.language AS "lastLanguage"
		FROM checks c
		JOIN hand_ins h ON h.id = c.hand_in_id
		LEFT JOIN hand_ins b ON b.assignment_id = h.assignment_id AND b.exercise_id = h.exercise_id
			AND b.student_id = h.student_id AND b.try_number = h.try_number - 1
		WHERE c.id = ANY($1::uuid[]) AND c.ended_at IS NULL`,
);

const FIND_EXERCISES = statement(
	{ id: uuid, file: nullable(text()) },
	`SELECT id, file
		FROM exercise_versions
		WHERE id = ANY($1::uuid[])`,
);

/** How long a report waits for others that are about to be stored: a class's reports share their statements. */
const GATHER_MILLISECONDS = 20;

interface ChecksOptions {
	readonly dataSource: DataSource;
	readonly queue: PgBoss;
	readonly isBusy: () => boolean;
}

/** A job to complete in the transaction that stores its report. */
export interface QueuedCheck {
	readonly checkId: string;
	/** Id of the job, and the name of its queue. */
	readonly jobId: string;
	readonly queue: string;
}

interface Work extends Omit<CheckedHandIn, "report" | "summary" | "tape" | "milliseconds"> {
	readonly source: string;
	readonly language: LanguageId;
	readonly exercise: ExerciseFile;
	readonly brought: Submission;
}

/** A checked hand-in with its job; without a hand-in the job only ends. */
interface Ended {
	readonly job: QueuedCheck;
	readonly checked?: CheckedHandIn;
}

/**
 * Checks hand-ins. Those that are looked up or stored at the same time share their statements; each runs in a thread
 * of its own.
 */
export class HandInChecks {
	private readonly dataSource: DataSource;
	private readonly queue: PgBoss;
	private readonly exercises = new Map<string, ExerciseFile>();
	private readonly find: (checkId: string) => Promise<Work | undefined>;
	private readonly store: (ended: Ended) => Promise<void>;

	/** @param of.isBusy whether more checks are about to end */
	constructor({ dataSource, queue, isBusy }: ChecksOptions) {
		this.dataSource = dataSource;
		this.queue = queue;
		this.find = batched((ids: readonly string[]) => this.findAll(ids));
		this.store = batched(
			(ended: readonly Ended[]) => this.storeEach(ended),
			() => (isBusy() ? GATHER_MILLISECONDS : 0),
		);
	}

	/**
	 * Checks one hand-in.
	 *
	 * @param inThread runs the given work when a thread is free
	 * @param step does a step of it: for traces
	 * @returns how long the check took in its thread, in milliseconds; undefined if there was nothing to check
	 */
	async check(
		job: QueuedCheck,
		threads: Threads,
		inThread: <T>(work: () => Promise<T>) => Promise<T>,
		step: <T>(name: string, work: () => Promise<T>) => Promise<T>,
	): Promise<number | undefined> {
		const work = await step("look up", () => this.find(job.checkId));
		if (!work) {
			await this.store({ job });
			return undefined;
		}
		const { source, language, exercise, brought, ...of } = work;
		const marked = await step("run and mark", () =>
			inThread(() => checkPacked(threads, source, exercise, { submission: brought, language })),
		);
		try {
			await step("store report", () => this.store({ job, checked: { ...of, ...marked } }));
		} catch (error) {
			if (!isUnstorable(error)) throw error;
			// A retry would fail again and block a thread each time.
			const lost = lostRunReport(exercise, "report-not-kept");
			const { milliseconds } = marked;
			const report = { report: JSON.stringify(lost), summary: summaryOf(lost), tape: null };
			await this.store({ job, checked: { ...of, ...report, milliseconds } });
		}
		return marked.milliseconds;
	}

	/** What each check needs. One whose exercise can't be read fails alone. */
	private async findAll(ids: readonly string[]): Promise<(Work | undefined | Error)[]> {
		const { manager } = this.dataSource;
		const rows = await FIND_CHECKS.all(manager, [ids]);
		await this.readExercises(rows.map((row) => row.exerciseVersionId));
		const found = new Map<string, Work | Error>();
		for (const { lastId, lastSource, lastLanguage, answers, handedInAt, ...row } of rows) {
			const exercise = this.exercises.get(row.exerciseVersionId);
			if (!exercise) {
				found.set(row.checkId, new Error(`exercise version ${row.exerciseVersionId} can't be read`));
				continue;
			}
			const last =
				lastId !== null && lastSource !== null && lastLanguage !== null
					? { id: lastId, source: lastSource, language: lastLanguage }
					: undefined;
			const earlier = await earlierOf(manager, exercise, row.studentId, handedInAt);
			const { submission: brought, ids: submission } = submissionOf({ answers, last, earlier });
			found.set(row.checkId, {
				...row,
				exercise,
				brought,
				submission,
				beyondFull: exercise.bonus === "beyond full",
				forgives: exercise.consequences === "forgiven",
			});
		}
		return ids.map((id) => found.get(id));
	}

	/** Reads the exercises that aren't known yet: a published version never changes. */
	private async readExercises(versions: readonly string[]): Promise<void> {
		const missing = [...new Set(versions)].filter((id) => !this.exercises.has(id));
		if (missing.length === 0) return;
		const rows = await FIND_EXERCISES.all(this.dataSource.manager, [missing]);
		for (const { id, file } of rows) {
			if (file === null) continue;
			if (this.exercises.size >= MAX_EXERCISES) this.exercises.delete(this.exercises.keys().next().value as string);
			this.exercises.set(id, publishedExercise(file));
		}
	}

	/** Stores all in one transaction. If that fails, each is stored separately. */
	private async storeEach(ended: readonly Ended[]): Promise<(undefined | Error)[]> {
		try {
			await this.storeAll(ended);
			return ended.map(() => undefined);
		} catch (error) {
			if (ended.length === 1) return [error as Error];
			return Promise.all(
				ended.map((one) =>
					this.storeAll([one]).then(
						() => undefined,
						(e: Error) => e,
					),
				),
			);
		}
	}

	private async storeAll(ended: readonly Ended[]): Promise<void> {
		const checked = ended.flatMap((e) => e.checked ?? []);
		await this.dataSource.transaction(async (manager) => {
			const unexplained = checked.length > 0 ? await storeReports(manager, checked) : [];
			await sendSearches(
				this.queue,
				manager,
				unexplained.map((reportId) => ({ do: "explain", reportId })),
			);
			for (const queue of new Set(ended.map((e) => e.job.queue))) {
				const jobs = ended.filter((e) => e.job.queue === queue).map((e) => e.job.jobId);
				await completeJobs(this.queue, manager, queue, jobs);
			}
		});
	}
}
