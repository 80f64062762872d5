import { type ReportBody, ROUTES } from "@markpen/contract";
import { type Picture, svgOf } from "@markpen/core";
import type { AppContext } from "../app.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { DRAWING_FILE_POLICY } from "../plugins/headers.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serveRoute } from "../serve-route.ts";
import { handIn } from "./hand-in.ts";
import { findHandIn, neighbours, triesOfStudent } from "./store.ts";

/** What a student sees of a report: criteria that are never shown are left out, and of slips what gives no answer away. */
function forStudent(report: ReportBody, exercise: string): ReportBody {
	const hidden = new Set(
		publishedExercise(exercise)
			.criteria.filter((c) => c.show === "never")
			.map((c) => c.id),
	);
	const slips = report.slips.map(({ teacher: _teacher, evidence: _evidence, ...slip }) => ({ ...slip, criteria: slip.criteria.filter((id) => !hidden.has(id)) }));
	return { ...report, criteria: report.criteria.filter((c) => !hidden.has(c.id)), slips: slips.filter((slip) => slip.criteria.length > 0) };
}

export function handInRoutes({ app, dataSource, queue }: AppContext): void {
	const { manager } = dataSource;
	serveRoute(app, dataSource, ROUTES.handIn, async ({ request, params, body }) => {
		const key = request.headers["idempotency-key"];
		const row = await handIn(dataSource, queue, {
			assignmentId: params.id,
			studentId: accountOf(request).id,
			source: body.source,
			key: typeof key === "string" ? key.slice(0, 200) : null,
		});
		return { id: row.id, tryNumber: row.tryNumber, handedInAt: row.handedInAt.toISOString() };
	});
	serveRoute(app, dataSource, ROUTES.showHandIn, async ({ request, params }) => {
		const account = accountOf(request);
		const record = await findHandIn(manager, params.id, account);
		if (!record) throw new Refusal("not-found");
		const { exercise, studentId, studentName, handedInAt, report, ...rest } = record;
		const beside = account.role === "teacher" ? await neighbours(manager, record.assignmentId, studentId) : { before: null, after: null };
		return {
			...rest,
			student: { id: studentId, name: studentName },
			handedInAt: handedInAt.toISOString(),
			report: report && account.role === "student" ? forStudent(report, exercise) : report,
			tries: await triesOfStudent(manager, studentId, record.assignmentId),
			...beside,
		};
	});
	serveRoute(app, dataSource, ROUTES.showDrawing, async ({ request, reply, params }) => {
		const record = await findHandIn(manager, params.id, accountOf(request));
		if (!record?.report) throw new Refusal("not-found");
		reply
			.header("content-security-policy", DRAWING_FILE_POLICY)
			.header("x-content-type-options", "nosniff")
			.header("cache-control", "private, max-age=60")
			.type("image/svg+xml; charset=utf-8");
		return svgOf(record.report.picture as Picture);
	});
}
