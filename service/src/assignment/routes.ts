import { ROUTES, type Work } from "@markpen/contract";
import { sentenceOf, studentCopy } from "@markpen/core";
import type { AppContext } from "../app.ts";
import { studentsOf } from "../class/store.ts";
import { possibleOf, publishedExercise } from "../exercise/exercise.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serveRoute } from "../serve-route.ts";
import { type AssignmentRecord, assignmentForStudent, assignmentForTeacher, assignmentsForStudent, lastSource, triesOf, wallOf } from "./store.ts";

function dates({ opensAt, dueAt, closesAt }: AssignmentRecord): { opensAt: string; dueAt: string; closesAt: string } {
	return { opensAt: opensAt.toISOString(), dueAt: dueAt.toISOString(), closesAt: closesAt.toISOString() };
}

function workOf(record: AssignmentRecord, handIns: Work["handIns"], source: string | null): Work {
	const triesLeft = record.tries === null ? null : Math.max(0, record.tries - handIns.length);
	return {
		assignmentId: record.id,
		className: record.className,
		exercise: studentCopy(publishedExercise(record.source)) as Work["exercise"],
		...dates(record),
		triesLeft,
		handIns,
		lastSource: source,
	};
}

export function assignmentRoutes({ app, dataSource }: AppContext): void {
	const { manager } = dataSource;
	serveRoute(app, dataSource, ROUTES.showAssignment, async ({ request, params }) => {
		const record = await assignmentForTeacher(manager, params.id, accountOf(request).id);
		if (!record) throw new Refusal("not-found");
		const exercise = publishedExercise(record.source);
		const [students, handIns] = [await studentsOf(manager, record.classId), await wallOf(manager, record.id)];
		const there = new Set(handIns.map((h) => h.student.id));
		return {
			id: record.id,
			classId: record.classId,
			className: record.className,
			title: exercise.title,
			brief: exercise.brief,
			...dates(record),
			possible: possibleOf(exercise),
			students: students.length,
			criteria: exercise.criteria.map((c) => ({ id: c.id, asks: sentenceOf(c), points: c.points })),
			handIns,
			without: students.filter((s) => !there.has(s.id)),
		};
	});
	serveRoute(app, dataSource, ROUTES.listWork, async ({ request }) => {
		const { id } = accountOf(request);
		const records = (await assignmentsForStudent(manager, id)).filter((r) => r.opensAt <= new Date());
		const tries = await triesOf(
			manager,
			id,
			records.map((r) => r.id),
		);
		return { work: records.map((record) => workOf(record, tries.get(record.id) ?? [], null)) };
	});
	serveRoute(app, dataSource, ROUTES.showWork, async ({ request, params }) => {
		const { id } = accountOf(request);
		const record = await assignmentForStudent(manager, params.id, id);
		if (!record || record.opensAt > new Date()) throw new Refusal("not-found");
		const tries = await triesOf(manager, id, [record.id]);
		return workOf(record, tries.get(record.id) ?? [], await lastSource(manager, id, record.id));
	});
}
