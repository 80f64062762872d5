import { everyPage } from "@markpen/client";
import { counted } from "@markpen/core";
import { EXIT } from "../call.ts";
import { readSource, save } from "../files.ts";
import { say, tableOr } from "../formats/said.ts";
import { print } from "../formats/terminal.ts";
import { site } from "../site/connection.ts";
import { findExercise } from "../site/find.ts";

type Json = { readonly json?: boolean };

export interface ExerciseListOptions extends Json {
	readonly mine?: boolean;
	readonly words?: string;
	readonly sort: "key" | "title" | "newest";
}

export async function exerciseListCommand(options: ExerciseListOptions): Promise<number> {
	const client = await site();
	const asked = {
		mine: options.mine ? ("true" as const) : ("false" as const),
		...(options.words !== undefined && { words: options.words }),
		sort: options.sort,
	};
	const exercises = await everyPage(
		(at) => client.listExercises({ query: { ...at, ...asked } }),
		(page) => page.exercises,
	);
	say(options.json, { exercises }, () =>
		tableOr(
			options.words === undefined
				? "There are no exercises yet."
				: `No exercise has “${options.words}” in its title, id or owner's name.`,
			["Exercise", "Title", "Version", "Of", ""],
			exercises.map((e) => [
				e.key,
				e.title,
				e.version,
				e.owner,
				[e.draft ? "draft" : "", e.shared ? "shared" : ""].filter(Boolean).join(", "),
			]),
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
		const missing = made.missing.length > 0 ? `; the site doesn't have ${made.missing.join(", ")}` : "";
		say(options.json, made, `${made.key} is there with ${counted(made.exercises.length, "exercise")}${missing}.`);
		return made.missing.length > 0 ? EXIT.missed : EXIT.met;
	}
	const made = await client.publishExercise({ body: { source } });
	if (options.shared !== undefined)
		await client.shareExercise({ params: { id: made.exerciseId }, body: { shared: options.shared } });
	say(options.json, made, `${made.key} published as version ${made.number}.`);
	return EXIT.met;
}

/** Writes a published version's file. */
export async function exerciseGetCommand(key: string, options: { version?: number; out?: string }): Promise<number> {
	const client = await site();
	const found = await findExercise(client, key);
	const number = options.version ?? (await client.showExercise({ params: { id: found.id } })).versions[0]?.number ?? 1;
	const text = await client.showVersion({ params: { id: found.id, number } });
	if (options.out === undefined) print(text);
	else {
		await save(options.out, text);
		print(`Written to ${options.out}.\n`);
	}
	return EXIT.met;
}
