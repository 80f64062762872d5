import { EXIT } from "../call.ts";
import { readSource, save } from "../files.ts";
import { say, tableOr } from "../formats/said.ts";
import { site } from "../site/connection.ts";
import { findExercise } from "../site/find.ts";

type Json = { readonly json?: boolean };

export async function exerciseListCommand(options: Json & { mine?: boolean }): Promise<number> {
	const client = await site();
	const exercises: Awaited<ReturnType<typeof client.listExercises>>["exercises"] = [];
	for (let cursor: string | null = null; ; ) {
		const page: Awaited<ReturnType<typeof client.listExercises>> = await client.listExercises({
			query: { limit: 200, mine: options.mine ? "true" : "false", ...(cursor !== null && { cursor }) },
		});
		exercises.push(...page.exercises);
		cursor = page.next;
		if (cursor === null) break;
	}
	say(options.json, { exercises }, () =>
		tableOr(
			"There is no exercise here yet.",
			["Exercise", "Title", "Version", "Of", ""],
			exercises.map((e) => [e.key, e.title, e.version, e.owner, [e.draft ? "draft" : "", e.shared ? "shared" : ""].filter(Boolean).join(", ")]),
		),
	);
	return EXIT.met;
}

/** Publishes an exercise's or a collection's file. */
export async function publishCommand(path: string, options: Json & { shared?: boolean }): Promise<number> {
	const client = await site();
	const source = await readSource(path);
	if (/^format:\s*markpen\/collection@/m.test(source)) {
		const made = await client.publishCollection({ body: { source, shared: options.shared ?? false } });
		say(options.json, made, `${made.key} is there with ${made.exercises.length} exercises${made.missing.length > 0 ? `; the site doesn't have ${made.missing.join(", ")}` : ""}.`);
		return made.missing.length > 0 ? EXIT.missed : EXIT.met;
	}
	const made = await client.publishExercise({ body: { source } });
	if (options.shared !== undefined) await client.shareExercise({ params: { id: made.exerciseId }, body: { shared: options.shared } });
	say(options.json, made, `${made.key} is published as version ${made.number}.`);
	return EXIT.met;
}

/** Writes a published version's file. */
export async function exerciseGetCommand(key: string, options: { version?: number; out?: string }): Promise<number> {
	const client = await site();
	const found = await findExercise(client, key);
	const number = options.version ?? (await client.showExercise({ params: { id: found.id } })).versions[0]?.number ?? 1;
	const text = await client.showVersion({ params: { id: found.id, number } });
	if (options.out === undefined) process.stdout.write(text);
	else {
		await save(options.out, text);
		process.stdout.write(`Written to ${options.out}.\n`);
	}
	return EXIT.met;
}
