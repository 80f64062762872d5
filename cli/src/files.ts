import { type lstat, readdir, readFile, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { CLASS_LIMITS } from "@markpen/core";
import { WrongCall } from "./call.ts";

/** Files larger than this are not opened at all. */
const LARGEST = 8 * CLASS_LIMITS.source;

/** Why a file can't be opened, in words. */
export function told(path: string, error: unknown): WrongCall {
	const code = (error as NodeJS.ErrnoException).code;
	if (code === "ENOENT") return new WrongCall(`There is no file ${path}.`);
	if (code === "EACCES") return new WrongCall(`${path} can't be opened: this account has no permission to read it.`);
	if (code === "EISDIR") return new WrongCall(`${path} is a folder; a file is needed here.`);
	return new WrongCall(`${path} can't be opened: ${error instanceof Error ? error.message : String(error)}`);
}

/** A program's text. Any ending is read; bytes that are no UTF-8 become signs that the reader points at. */
export async function readSource(path: string): Promise<string> {
	try {
		const { size } = await stat(path);
		if (size > LARGEST) throw new WrongCall(`${path} has ${size} bytes; a program has at most ${CLASS_LIMITS.source}.`);
		return await readFile(path, "utf8");
	} catch (error) {
		throw error instanceof WrongCall ? error : told(path, error);
	}
}

/** The files of some paths; folders are walked in order of name, without hidden files. */
export async function filesOf(paths: readonly string[]): Promise<string[]> {
	const files: string[] = [];
	for (const path of paths) {
		let entry: Awaited<ReturnType<typeof lstat>>;
		try {
			entry = await stat(path);
		} catch (error) {
			throw told(path, error);
		}
		if (!entry.isDirectory()) {
			files.push(path);
			continue;
		}
		const inside = (await readdir(path))
			.filter((name) => !name.startsWith(".") && !/\.(?:exercise|collection)\.yaml$/.test(name))
			.sort();
		files.push(...(await filesOf(inside.map((name) => join(path, name)))));
	}
	return files;
}

/** Writes a file, or says why it can't be. */
export async function save(path: string, data: string | Uint8Array): Promise<void> {
	try {
		await writeFile(path, data);
	} catch (error) {
		throw new WrongCall(`${path} can't be written: ${error instanceof Error ? error.message : String(error)}`);
	}
}
