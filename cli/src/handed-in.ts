import { readdir, stat } from "node:fs/promises";
import { basename, extname, join } from "node:path";
import { filesOf } from "./files.ts";

/** A program with its student: the name of the file, or of its folder. */
export interface HandedIn {
	readonly file: string;
	readonly name: string;
}

/** A file's name without its endings. */
function plain(file: string): string {
	let name = basename(file);
	while (extname(name) !== "" && !name.startsWith(".")) name = name.slice(0, -extname(name).length);
	return name;
}

/** Of a student's files those that are meant for an exercise: named for it, or all where none is. */
function meantFor(files: readonly string[], exercise: string): readonly string[] {
	const letters = (text: string) => text.toLowerCase().replace(/[^a-z0-9]/g, "");
	const named = files.filter((f) => letters(basename(f)).includes(letters(exercise)));
	return named.length > 0 ? named : files;
}

/**
 * The programs that some paths name. A folder may hold a file for each student, or a folder for each; of several files
 * in a student's folder those count that are named for the exercise.
 */
export async function handedIn(paths: readonly string[], exercise: string): Promise<HandedIn[]> {
	const found: HandedIn[] = [];
	for (const path of paths) {
		const isFolder = await stat(path)
			.then((s) => s.isDirectory())
			.catch(() => false);
		if (!isFolder) {
			found.push(...(await filesOf([path])).map((file) => ({ file, name: plain(file) })));
			continue;
		}
		const inside = (await readdir(path, { withFileTypes: true }))
			.filter((e) => !e.name.startsWith("."))
			.sort((a, b) => (a.name < b.name ? -1 : 1));
		for (const entry of inside) {
			const at = join(path, entry.name);
			const files = await filesOf([at]);
			if (!entry.isDirectory())
				found.push(
					...files
						.filter((f) => !/\.(?:exercise|collection)\.yaml$/.test(f))
						.map((file) => ({ file, name: plain(file) })),
				);
			else {
				const meant = meantFor(files, exercise);
				found.push(
					...meant.map((file) => ({ file, name: meant.length === 1 ? entry.name : `${entry.name}/${plain(file)}` })),
				);
			}
		}
	}
	return found;
}
