import { CORE_VERSION, type ExerciseFile, type Report, readExercise } from "@markpen/core";
import { check, type Threads } from "@markpen/threads";
import type PgBoss from "pg-boss";
import type { DataSource } from "typeorm";
import { v7 } from "uuid";
import { one } from "../database/data-source.ts";
import { CHECK_QUEUE, type CheckJob, onTransaction } from "./queue.ts";

interface Work {
	handInId: string;
	exerciseVersionId: string;
	source: string;
	exercise: string;
}

/** A few words on a report, for walls of drawings. */
function noteOf(report: Report): string {
	if (report.state === "unreadable") return `can't be read, line ${report.errors[0]?.line ?? 1}`;
	if (report.ended === "clock") return "time was over";
	if (report.ended === "stopped") return `stopped on line ${report.errors[0]?.line ?? 1}`;
	const missed = report.criteria.filter((c) => c.verdict !== "met" && !c.bonus);
	if (missed.length === 0) return "all met";
	return missed.length === 1 ? `missed: ${lowerFirst(missed[0]?.asks ?? "")}` : `${missed.length} not met`;
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** Checks one hand-in and commits its report together with the job's completion. Done twice, it is stored once. */
export async function checkHandIn(dataSource: DataSource, queue: PgBoss, threads: Threads, job: PgBoss.Job<CheckJob>): Promise<void> {
	const { checkId } = job.data;
	const work = await one<Work>(
		dataSource.manager,
		`SELECT c.hand_in_id AS "handInId", c.exercise_version_id AS "exerciseVersionId", h.source, v.source AS exercise
		 FROM checks c JOIN hand_ins h ON h.id = c.hand_in_id JOIN exercise_versions v ON v.id = c.exercise_version_id WHERE c.id = $1`,
		[checkId],
	);
	const report = work && (await check(threads, work.source, exerciseOf(work.exercise)));
	await dataSource.transaction(async (manager) => {
		if (work && report) {
			await manager.query(
				`INSERT INTO reports (id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned, possible, verdicts, note, body, made_at)
				 VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, now()) ON CONFLICT (hand_in_id, exercise_version_id, core_version) DO NOTHING`,
				[
					v7(),
					checkId,
					work.handInId,
					work.exerciseVersionId,
					CORE_VERSION,
					report.state,
					report.ended,
					report.points.earned,
					report.points.possible,
					report.criteria.map((c) => c.verdict),
					noteOf(report),
					JSON.stringify(report),
				],
			);
			await manager.query("UPDATE checks SET ended_at = now() WHERE id = $1 AND ended_at IS NULL", [checkId]);
		}
		await queue.complete(CHECK_QUEUE, job.id, {}, { db: onTransaction(manager) });
	});
}

/** A published exercise reads: it was read before it was stored. */
function exerciseOf(source: string): ExerciseFile {
	const reading = readExercise(source);
	if (!reading.ok) throw new Error(`a published exercise can't be read: ${reading.problems[0]?.message}`);
	return reading.exercise;
}
