import { ROUTES } from "@markpen/contract";
import { sentenceOf } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { recordAudit } from "../audit.ts";
import type { AppContext } from "../context.ts";
import { cursorAfter, pageOf } from "../page.ts";
import { DRAWING_FILE_POLICY } from "../plugins/headers.ts";
import { accountOf } from "../plugins/session.ts";
import { beginJob } from "../queue/job.ts";
import { Refusal } from "../refusals.ts";
import { refuseChanged, serve, tag } from "../serve-route.ts";
import { across } from "./across.ts";
import { collectionToPublish, exerciseToPublish, publishedCollection, publishedExercise, renamed } from "./exercise.ts";
import {
	type CollectionRow,
	collectionsFor,
	type ExerciseRecord,
	exercisesFor,
	findCollection,
	findExercise,
	findVersion,
	insertDraft,
	newestVersion,
	setShared,
	storeCollection,
	storeTrialPrograms,
	storeVersion,
	topicsFor,
	trialProgramsOf,
	updateDraft,
	versionsOf,
} from "./store.ts";

async function seen(manager: EntityManager, id: string, teacherId: string): Promise<ExerciseRecord> {
	const record = await findExercise(manager, id, teacherId);
	if (!record) throw new Refusal("not-found");
	return record;
}

async function owned(manager: EntityManager, id: string, teacherId: string): Promise<ExerciseRecord> {
	const record = await seen(manager, id, teacherId);
	if (!record.mine)
		throw new Refusal(
			"not-for-you",
			record.library
				? "This exercise belongs to the library. Copy it to change it."
				: "This exercise belongs to another teacher. Copy it to change it.",
		);
	return record;
}

async function pageFor(manager: EntityManager, id: string, teacherId: string) {
	const record = await seen(manager, id, teacherId);
	const versions = await versionsOf(manager, id);
	return {
		...record,
		trialPrograms: await trialProgramsOf(manager, id),
		versions: versions.map(({ publishedAt, ...v }) => ({ ...v, publishedAt: publishedAt.toISOString() })),
	};
}

const collectionData = ({ source: _, file, ...row }: CollectionRow) => ({
	...row,
	exercises: publishedCollection(file).exercises,
});

export function exerciseRoutes(context: AppContext): void {
	const { dataSource, offload, queue } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.listExercises, async ({ request, query }) => {
		const { cursor, limit, mine, library, words, topic, level, minutes, sort } = query;
		const { id } = accountOf(request);
		const asked = {
			after: cursorAfter(cursor),
			mine: mine === "true",
			library: library && library === "true",
			words,
			topic,
			level,
			minutes,
			sort,
		};
		const [rows, topics] = await Promise.all([exercisesFor(manager, id, asked, limit + 1), topicsFor(manager, id)]);
		const { items, next } = pageOf(rows, limit, (r) => [r.id, sort === "key" ? r.key : r.title]);
		return { exercises: items, topics, next };
	});
	serve(context, ROUTES.publishExercise, async ({ request, body }) => {
		const { id: ownerId } = accountOf(request);
		const read = await exerciseToPublish(offload, ownerId, body.source);
		const { id: key, title } = read.exercise;
		return dataSource.transaction(async (tx) => {
			const version = await storeVersion(tx, { source: body.source, publishedAt: new Date(), ownerId }, read);
			await recordAudit(tx, {
				who: ownerId,
				what: "published exercise",
				subject: version.exerciseId,
				field: "version",
				new: version.number,
			});
			return { exerciseId: version.exerciseId, versionId: version.id, number: version.number, key, title };
		});
	});
	serve(context, ROUTES.draftExercise, async ({ request, reply, body }) => {
		const { id: ownerId } = accountOf(request);
		const id = v7();
		await insertDraft(manager, { id, key: body.key, source: body.source, ownerId });
		tag(reply, 1);
		return pageFor(manager, id, ownerId);
	});
	serve(context, ROUTES.showExercise, async ({ request, reply, params }) => {
		const page = await pageFor(manager, params.id, accountOf(request).id);
		tag(reply, page.revision);
		return page;
	});
	serve(context, ROUTES.saveExercise, async ({ request, reply, params, body, revision }) => {
		const { id: ownerId } = accountOf(request);
		await owned(manager, params.id, ownerId);
		const programs = body.trialPrograms;
		if (programs && new Set(programs.map((p) => p.name)).size < programs.length)
			throw new Refusal("taken", "Two trial programs have the same name.");
		const reading = await offload.run("readExercise", ownerId, { source: body.source });
		return dataSource.transaction(async (tx) => {
			const next = await updateDraft(tx, params.id, body.source, revision);
			if (next === undefined) throw new Refusal("changed-since");
			if (programs) await storeTrialPrograms(tx, params.id, programs);
			tag(reply, next);
			return {
				revision: next,
				problems: reading.ok ? [] : reading.problems.map(({ path, line, message }) => ({ path, line, message })),
			};
		});
	});
	serve(context, ROUTES.publishDraft, async ({ request, params, revision }) => {
		const { id: ownerId } = accountOf(request);
		const record = await owned(manager, params.id, ownerId);
		refuseChanged(revision, record.revision);
		const read = await exerciseToPublish(offload, ownerId, record.source);
		const { id: key, title } = read.exercise;
		if (key !== record.key)
			throw new Refusal(
				"exercise-wrong",
				`The file says its id is ${key}, and this exercise is ${record.key}. Copy the exercise to give it another id.`,
				[{ path: "id", message: `is ${key}, and must be ${record.key}` }],
			);
		return dataSource.transaction(async (tx) => {
			const version = await storeVersion(tx, { source: record.source, publishedAt: new Date(), ownerId }, read);
			await recordAudit(tx, {
				who: ownerId,
				what: "published exercise",
				subject: params.id,
				field: "version",
				new: version.number,
			});
			return { exerciseId: params.id, versionId: version.id, number: version.number, key, title };
		});
	});
	serve(context, ROUTES.showVersion, async ({ request, params }) => {
		await seen(manager, params.id, accountOf(request).id);
		const version = await findVersion(manager, params.id, params.number);
		if (!version) throw new Refusal("not-found");
		return version.source;
	});
	serve(context, ROUTES.showPicture, async ({ request, reply, params }) => {
		const record = await seen(manager, params.id, accountOf(request).id);
		const version = record.version === null ? undefined : await findVersion(manager, record.id, record.version);
		if (!version) throw new Refusal("not-found", "This exercise isn't published yet, so it has no picture.");
		reply.header("content-security-policy", DRAWING_FILE_POLICY).header("cache-control", "private, max-age=60");
		return version.modelSvg ?? "";
	});
	serve(context, ROUTES.copyExercise, async ({ request, reply, params, body }) => {
		const { id: ownerId } = accountOf(request);
		const record = await seen(manager, params.id, ownerId);
		const id = v7();
		await dataSource.transaction(async (tx) => {
			await insertDraft(tx, { id, key: body.key, source: renamed(record.source, body.key, body.title), ownerId });
			await storeTrialPrograms(tx, id, await trialProgramsOf(tx, params.id));
		});
		tag(reply, 1);
		return pageFor(manager, id, ownerId);
	});
	serve(context, ROUTES.shareExercise, async ({ request, params, body }) => {
		const { id } = accountOf(request);
		await owned(manager, params.id, id);
		await setShared(manager, params.id, body.shared);
		await recordAudit(manager, {
			who: id,
			what: "shared exercise",
			subject: params.id,
			field: "shared",
			new: String(body.shared),
		});
	});
	serve(context, ROUTES.tryDraft, async ({ request, params }) => {
		const { id } = accountOf(request);
		const record = await seen(manager, params.id, id);
		await exerciseToPublish(offload, id, record.source);
		return {
			jobId: await beginJob(dataSource, queue, {
				kind: "trial",
				byId: id,
				classId: null,
				about: { exerciseId: params.id, source: record.source },
			}),
		};
	});
	serve(context, ROUTES.acrossClasses, async ({ request, params }) => {
		const record = await seen(manager, params.id, accountOf(request).id);
		const found = await across(context.reads.manager, params.id, accountOf(request).id);
		const version = record.version === null ? undefined : await findVersion(manager, record.id, record.version);
		const asked = new Map((version ? publishedExercise(version.file).criteria : []).map((c) => [c.id, sentenceOf(c)]));
		return {
			key: record.key,
			title: record.title,
			...found,
			criteria: found.criteria.map((c) => ({ ...c, asks: asked.get(c.id) ?? c.id })),
		};
	});
	serve(context, ROUTES.listCollections, async ({ request }) => ({
		collections: (await collectionsFor(manager, accountOf(request).id)).map(collectionData),
	}));
	serve(context, ROUTES.publishCollection, async ({ request, body }) => {
		const { id: ownerId } = accountOf(request);
		const file = await collectionToPublish(offload, ownerId, body.source);
		const { id: key, title, exercises } = file;
		const missing: string[] = [];
		for (const exercise of exercises) if (!(await newestVersion(manager, exercise, ownerId))) missing.push(exercise);
		const id = await storeCollection(manager, { source: body.source, ownerId, shared: body.shared }, file);
		return { id, key, title, mine: true, shared: body.shared, library: false, exercises, missing };
	});
	serve(context, ROUTES.showCollection, async ({ request, params }) => {
		const record = await findCollection(manager, accountOf(request).id, { id: params.id });
		if (!record) throw new Refusal("not-found");
		return record.source;
	});
}
