import { ROUTES } from "@markpen/contract";
import type { AppContext } from "../app.ts";
import { serveRoute } from "../serve-route.ts";
import { exerciseToPublish } from "./exercise.ts";
import { storeVersion } from "./store.ts";

export function exerciseRoutes({ app, dataSource }: AppContext): void {
	serveRoute(app, dataSource, ROUTES.publishExercise, async ({ body }) => {
		const { id: key, title } = exerciseToPublish(body.source);
		const version = await dataSource.transaction((manager) => storeVersion(manager, { key, title, source: body.source, publishedAt: new Date() }));
		return { exerciseId: version.exerciseId, versionId: version.id, number: version.number, key, title };
	});
}
