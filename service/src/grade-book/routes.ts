import { ROUTES } from "@markpen/contract";
import { reach } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { accountOf } from "../plugins/session.ts";
import { serve } from "../serve-route.ts";
import { byExercises, byStudents } from "./csv.ts";
import { gradeBookOf } from "./grade-book.ts";
import { oneRosterZip } from "./one-roster.ts";

export function gradeBookRoutes(context: AppContext): void {
	const { manager } = context.dataSource;
	const { reads } = context;
	serve(context, ROUTES.showGradeBook, async ({ request, params }) => {
		await reach(manager, accountOf(request), params.id, "looking");
		return gradeBookOf(reads.manager, params.id);
	});
	serve(context, ROUTES.gradeBookCsv, async ({ request, reply, params, query }) => {
		await reach(manager, accountOf(request), params.id, "looking");
		reply.header("content-disposition", 'attachment; filename="grade-book.csv"');
		const book = await gradeBookOf(reads.manager, params.id);
		return query.rows === "students" ? byStudents(book) : byExercises(book);
	});
	serve(context, ROUTES.gradeBookOneRoster, async ({ request, reply, params }) => {
		await reach(manager, accountOf(request), params.id, "looking");
		reply.header("content-disposition", 'attachment; filename="oneroster.zip"');
		return Buffer.from(await oneRosterZip(reads.manager, await gradeBookOf(reads.manager, params.id)));
	});
}
