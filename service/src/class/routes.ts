import { ROUTES } from "@markpen/contract";
import type { AppContext } from "../app.ts";
import { possibleOf, publishedExercise } from "../exercise/exercise.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serveRoute } from "../serve-route.ts";
import { assignmentsOf, cellsOf, classesOf, findClass, studentsOf } from "./store.ts";

export function classRoutes({ app, dataSource }: AppContext): void {
	const { manager } = dataSource;
	serveRoute(app, dataSource, ROUTES.listClasses, async ({ request }) => ({ classes: await classesOf(manager, accountOf(request).id) }));
	serveRoute(app, dataSource, ROUTES.showClass, async ({ request, params }) => {
		const found = await findClass(manager, params.id, accountOf(request).id);
		if (!found) throw new Refusal("not-found");
		const [students, assignments, cells] = [await studentsOf(manager, found.id), await assignmentsOf(manager, found.id), await cellsOf(manager, found.id)];
		return {
			...found,
			students,
			assignments: assignments.map(({ id, title, dueAt, closesAt, source }) => ({
				id,
				title,
				dueAt: dueAt.toISOString(),
				closesAt: closesAt.toISOString(),
				possible: possibleOf(publishedExercise(source)),
			})),
			cells,
		};
	});
}
