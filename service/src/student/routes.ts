import { ROUTES } from "@markpen/contract";
import { alterationWords, checkTopic, sentenceOf } from "@markpen/core";
import { recordAudit } from "../audit.ts";
import { pointsOf } from "../class/store.ts";
import type { AppContext } from "../context.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { dataOf, deleteStudent, findStudent, type YearRow, yearOf } from "./store.ts";

/** How often each kind of check was met, over all rows. */
function criteriaOf(rows: readonly YearRow[]): { check: string; topic: string; met: number; asked: number }[] {
	const counts = new Map<string, { met: number; asked: number }>();
	for (const row of rows) {
		const { criteria } = publishedExercise(row.file);
		row.criteria?.forEach((id, i) => {
			// What waits for somebody isn't missed.
			if (row.verdicts?.[i] === "not-judged") return;
			const criterion = criteria.find((c) => c.id === id);
			const check = criterion && "check" in criterion && criterion.check !== undefined ? criterion.check : "group";
			const count = counts.get(check) ?? { met: 0, asked: 0 };
			counts.set(check, { met: count.met + (row.verdicts?.[i] === "met" ? 1 : 0), asked: count.asked + 1 });
		});
	}
	return [...counts]
		.map(([check, count]) => ({ check, topic: checkTopic(check), ...count }))
		.sort((a, b) => b.asked - a.asked || (a.check < b.check ? -1 : 1));
}

/** The missed criteria, as ids and sentences. */
function missedOf({ file, criteria, verdicts }: Pick<YearRow, "file" | "criteria" | "verdicts">) {
	const missed = (criteria ?? []).filter((_, i) => verdicts?.[i] === "missed" || verdicts?.[i] === "partly");
	if (missed.length === 0) return { missed, missing: [] };
	const asked = new Map(publishedExercise(file).criteria.map((c) => [c.id, sentenceOf(c)]));
	return { missed, missing: missed.map((id) => asked.get(id) ?? id) };
}

function slipsOf(rows: readonly YearRow[]): { id: string; words: string; count: number }[] {
	const counts = new Map<string, number>();
	for (const { slips } of rows) for (const id of slips ?? []) counts.set(id, (counts.get(id) ?? 0) + 1);
	return [...counts]
		.map(([id, count]) => ({ id, words: alterationWords(id), count }))
		.sort((a, b) => b.count - a.count || (a.id < b.id ? -1 : 1));
}

export function studentRoutes(context: AppContext): void {
	const { dataSource } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showStudent, async ({ request, params }) => {
		const { id } = accountOf(request);
		const found = await findStudent(manager, params.id, id);
		if (!found) throw new Refusal("not-found");
		const student = { id: found.id, name: found.name };
		const rows = await yearOf(context.reads.manager, student.id, id);
		return {
			student,
			rows: rows.map(({ file, criteria, verdicts, slips, earned, possible, open, dueAt, handedInAt, ...row }) => ({
				...row,
				dueAt: dueAt.toISOString(),
				handedInAt: handedInAt?.toISOString() ?? null,
				points: pointsOf(earned, possible),
				open: Number(open ?? 0),
				...missedOf({ file, criteria, verdicts }),
				slips: slips ?? [],
			})),
			criteria: criteriaOf(rows),
			slips: slipsOf(rows),
		};
	});
	serve(context, ROUTES.exportStudent, async ({ request, params }) => {
		const account = accountOf(request);
		const student = await findStudent(manager, params.id, account.id);
		if (!student) throw new Refusal("not-found");
		if (student.covered) throw new Refusal("covering");
		if (!student.mine)
			throw new Refusal(
				"not-for-you",
				`${student.name} is in another teacher's class now. That teacher can export what is kept.`,
			);
		await recordAudit(manager, { who: account.id, what: "exported student", subject: params.id });
		return dataOf(context.reads.manager, params.id);
	});
	serve(context, ROUTES.deleteStudent, async ({ request, params }) => {
		await dataSource.transaction(async (tx) => {
			if (!(await deleteStudent(tx, params.id))) throw new Refusal("not-found");
			await recordAudit(tx, { who: accountOf(request).id, what: "deleted student", subject: params.id });
		});
	});
}
