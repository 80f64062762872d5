import type { EntityManager } from "typeorm";
import { publishedCollection } from "../exercise/exercise.ts";
import { findCollection, newestVersion } from "../exercise/store.ts";
import { Refusal } from "../refusals.ts";

/** Refuses dates in the wrong order. */
export function refuseOrder({ opensAt, dueAt, closesAt }: { opensAt: Date; dueAt: Date; closesAt: Date }): void {
	if (!(opensAt <= dueAt))
		throw new Refusal("bad-request", "The due date must be after the opening date.", [
			{ path: "dueAt", message: "is before opensAt" },
		]);
	if (!(dueAt <= closesAt))
		throw new Refusal("bad-request", "The closing date must be after the due date.", [
			{ path: "closesAt", message: "is before dueAt" },
		]);
}

/** The newest version of an exercise, or of each exercise of a collection. */
export async function itemsFor(
	manager: EntityManager,
	teacherId: string,
	asked: { exercise?: string | undefined; collection?: string | undefined },
): Promise<{
	items: { exerciseId: string; versionId: string; key: string }[];
	title: string;
	collectionId: string | null;
	doneWhen: number;
}> {
	if ((asked.exercise === undefined) === (asked.collection === undefined))
		throw new Refusal("bad-request", "Give either an exercise or a collection.", [
			{ path: "exercise", message: "give exercise or collection, not both" },
		]);
	const collection =
		asked.collection === undefined ? undefined : await findCollection(manager, teacherId, { key: asked.collection });
	if (asked.collection !== undefined && !collection)
		throw new Refusal("exercise-unknown", `The site has no collection with the id ${asked.collection}.`);
	const file = collection && publishedCollection(collection.file);
	const items = [];
	let title = file?.title ?? "";
	for (const key of file?.exercises ?? [asked.exercise as string]) {
		const version = await newestVersion(manager, key, teacherId);
		if (!version)
			throw new Refusal("exercise-unknown", `The site has no published exercise with the id ${key}. Publish it first.`);
		if (!file) title = version.title;
		items.push({ exerciseId: version.exerciseId, versionId: version.id, key });
	}
	return {
		items,
		title,
		collectionId: collection?.id ?? null,
		doneWhen: file?.["done when"]["share of points"] ?? 0.8,
	};
}
