import { CORE_VERSION, type Report, type Settled } from "@markpen/core";
import { checkWithTape, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { queryAll, queryOne } from "../database/data-source.ts";
import { Check } from "../database/entities.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { publishEvent } from "../plugins/events.ts";
import { settleHandIn } from "./settle.ts";
import { type SubmissionIds, submissionFor } from "./submission.ts";

interface Work {
	handInId: string;
	exerciseVersionId: string;
	source: string;
	exercise: string;
	assignmentId: string;
}

/** A few words on a report, for walls of drawings. */
function noteOf(report: Report): string {
	if (report.state === "unreadable") return `can't be read, line ${report.errors[0]?.line ?? 1}`;
	if (report.ended === "clock") return "time was over";
	if (report.ended === "stopped") return `stopped on line ${report.errors[0]?.line ?? 1}`;
	const missed = report.criteria.filter((c) => c.verdict !== "met" && !c.bonus && !c.waits);
	if (missed.length === 0) return report.criteria.some((c) => c.waits) ? "to be judged" : "all met";
	return missed.length === 1 ? `missed: ${lowerFirst(missed[0]?.asks ?? "")}` : `${missed.length} not met`;
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** Notes that a hand-in is to be checked again, on a version by today's core. */
export async function requestCheck(
	manager: EntityManager,
	of: { handInId: string; exerciseVersionId: string },
): Promise<string> {
	const id = v7();
	await manager
		.getRepository(Check)
		.insert({ id, ...of, reason: "again", coreVersion: CORE_VERSION, requestedAt: new Date(), endedAt: null });
	return id;
}

/** Stores a report beside its check, and gives where the hand-in stands then. Done twice, it is stored once. */
export async function storeReport(
	manager: EntityManager,
	of: { checkId: string; handInId: string; exerciseVersionId: string; report: Report; brought: SubmissionIds },
): Promise<Settled | undefined> {
	const { report } = of;
	await manager.query(
		`INSERT INTO reports (id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned, possible, open, criteria, verdicts, slips, note, brought, body, made_at)
		 VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, now()) ON CONFLICT (hand_in_id, exercise_version_id, core_version) DO NOTHING`,
		[
			v7(),
			of.checkId,
			of.handInId,
			of.exerciseVersionId,
			report.version,
			report.state,
			report.ended,
			report.points.earned,
			report.points.possible,
			report.points.open,
			report.criteria.map((c) => c.id),
			report.criteria.map((c) => c.verdict),
			report.slips.map((s) => s.id),
			noteOf(report),
			JSON.stringify(of.brought),
			JSON.stringify(report),
		],
	);
	await manager.query("UPDATE checks SET ended_at = now() WHERE id = $1 AND ended_at IS NULL", [of.checkId]);
	return settleHandIn(manager, of.handInId);
}

/** Checks one hand-in; `complete` belongs to the transaction that stores its report. */
export async function checkHandIn(
	dataSource: DataSource,
	threads: Threads,
	checkId: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const work = await queryOne<Work>(
		dataSource.manager,
		`SELECT c.hand_in_id AS "handInId", c.exercise_version_id AS "exerciseVersionId", h.source, h.assignment_id AS "assignmentId", v.source AS exercise
		 FROM checks c JOIN hand_ins h ON h.id = c.hand_in_id JOIN exercise_versions v ON v.id = c.exercise_version_id WHERE c.id = $1 AND c.ended_at IS NULL`,
		[checkId],
	);
	if (!work) return dataSource.transaction(complete);
	const exercise = publishedExercise(work.exercise);
	const { submission, ids } = await submissionFor(dataSource.manager, work.handInId, exercise);
	const { report, tape } = await checkWithTape(threads, work.source, exercise, { submission });
	await dataSource.transaction(async (manager) => {
		// A student who was deleted meanwhile has no hand-in any more.
		const [there] = await queryAll(manager, "SELECT 1 FROM hand_ins WHERE id = $1 FOR KEY SHARE", [work.handInId]);
		if (there) {
			await storeReport(manager, {
				checkId,
				handInId: work.handInId,
				exerciseVersionId: work.exerciseVersionId,
				report,
				brought: ids,
			});
			if (tape)
				await manager.query(
					"INSERT INTO tapes (hand_in_id, core_version, tape) VALUES ($1, $2, $3) ON CONFLICT (hand_in_id) DO UPDATE SET core_version = $2, tape = $3",
					[work.handInId, CORE_VERSION, Buffer.from(tape)],
				);
			await publishEvent(manager, work.handInId, "checked");
			await publishEvent(manager, work.assignmentId, "checked", { handInId: work.handInId });
		}
		await complete(manager);
	});
}
