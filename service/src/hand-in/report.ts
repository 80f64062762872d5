import { CORE_VERSION, isOneChangeAway, type Report, type ReportSummary, type Settled, summaryOf } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { CheckEntity } from "../database/entities/check.ts";
import { statement, uuid } from "../database/statement.ts";
import { settleHandIn } from "./settle.ts";
import type { SubmissionIds } from "./submission.ts";

/** A short note on a report, shown under its drawing. */
export function noteOf(report: ReportSummary): string {
	if (report.state === "unreadable") return `can't be read, line ${report.errorLine ?? 1}`;
	if (report.ended === "clock") return "ran too long";
	if (report.ended === "stopped") return `stopped on line ${report.errorLine ?? 1}`;
	const missed = report.criteria.filter((c) => c.verdict !== "met" && !c.bonus && !c.waits);
	if (missed.length === 0) return report.criteria.some((c) => c.waits) ? "to be judged" : "all met";
	return missed.length === 1 ? `missed: ${lowerFirst(missed[0]?.asks ?? "")}` : `${missed.length} not met`;
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** Queues another check of a hand-in, with a version of the exercise and the current core. */
export async function requestCheck(
	manager: EntityManager,
	of: { handInId: string; exerciseVersionId: string },
): Promise<string> {
	const id = v7();
	const check = { id, ...of, reason: "again" as const, coreVersion: CORE_VERSION, requestedAt: new Date() };
	await manager.insert(CheckEntity, check);
	return id;
}

const INSERT_REPORT = statement(
	{ id: uuid },
	`INSERT INTO reports (id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned,
				possible, open, criteria, verdicts, slips, note, brought, body, made_at)
		VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, now())
			ON CONFLICT (hand_in_id, exercise_version_id, core_version) DO NOTHING
			RETURNING id`,
);

const INSERT_EXPLANATION = statement(
	{},
	`INSERT INTO explanations (report_id, causes, slips, ids, one_change_away)
		SELECT r.id, $2, $3, $4, $5
		FROM reports r
		WHERE r.id = $1
		ON CONFLICT (report_id) DO NOTHING`,
);

/** Stores the causes of a report. Idempotent. */
export async function storeExplanation(
	manager: EntityManager,
	reportId: string,
	report: Pick<Report, "causes" | "slips" | "criteria">,
): Promise<void> {
	const { causes, slips } = report;
	if (causes === null) return;
	const ids = [...new Set([...causes, ...slips].map((one) => one.id))];
	await INSERT_EXPLANATION.all(manager, [
		reportId,
		JSON.stringify(causes),
		JSON.stringify(slips),
		ids,
		isOneChangeAway(report),
	]);
}

const END_CHECK = statement(
	{},
	`UPDATE checks
		SET ended_at = now()
		WHERE id = $1 AND ended_at IS NULL`,
);

/** Stores a report with its check, and returns the hand-in's result. Idempotent. */
export async function storeReport(
	manager: EntityManager,
	of: { checkId: string; handInId: string; exerciseVersionId: string; report: Report; submission: SubmissionIds },
): Promise<{ readonly reportId: string; readonly settled: Settled | undefined } | undefined> {
	const { report } = of;
	const stored = await INSERT_REPORT.one(manager, [
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
		noteOf(summaryOf(report)),
		JSON.stringify(of.submission),
		JSON.stringify(report),
	]);
	if (stored && report.causes && report.causes.length + report.slips.length > 0)
		await storeExplanation(manager, stored.id, report);
	await END_CHECK.all(manager, [of.checkId]);
	const settled = await settleHandIn(manager, of.handInId);
	return stored && { reportId: stored.id, settled };
}
