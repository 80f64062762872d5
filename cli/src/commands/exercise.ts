import { stat } from "node:fs/promises";
import { collectionJsonSchema, counted, exerciseJsonSchema, readExercise } from "@markpen/core";
import { EXIT, WrongCall } from "../call.ts";
import { readSource, save } from "../files.ts";
import { newExercise } from "../formats/new-exercise.ts";
import { print } from "../formats/terminal.ts";

/** Writes a new exercise file with comments that explain each part; it reads, and its model earns everything. */
export async function exerciseNewCommand(id: string, options: { readonly out?: string }): Promise<number> {
	if (!/^[a-z][a-z0-9-]*$/.test(id))
		throw new WrongCall(`"${id}" can't be an exercise's id: use small letters, digits and hyphens, a letter first.`);
	const path = options.out ?? `${id}.exercise.yaml`;
	const there = await stat(path)
		.then(() => true)
		.catch(() => false);
	if (there) throw new WrongCall(`${path} exists already. Nothing was written.`);
	await save(path, newExercise(id));
	print(`${path} written. Test it with: markpen try ${path}\n`);
	return EXIT.met;
}

/** Prints the JSON Schema by which editors complete exercise or collection files. */
export async function exerciseSchemaCommand(options: {
	readonly collection?: boolean;
	readonly out?: string;
}): Promise<number> {
	const text = `${JSON.stringify(options.collection ? collectionJsonSchema() : exerciseJsonSchema(), null, 2)}\n`;
	if (options.out) await save(options.out, text);
	else print(text);
	return EXIT.met;
}

/** Reads an exercise file and says what is wrong with it, each with its line. */
export async function exerciseReadCommand(path: string): Promise<number> {
	const reading = readExercise(await readSource(path));
	if (reading.ok) {
		const { title, criteria } = reading.exercise;
		print(`${path} reads: ${title}, ${counted(criteria.length, "criterion", "criteria")}.\n`);
		return EXIT.met;
	}
	print(
		`${reading.problems.map((p) => `${path}:${p.line}:${p.column}: ${p.path ? `${p.path}: ` : ""}${p.message}`).join("\n")}\n`,
	);
	return EXIT.missed;
}
