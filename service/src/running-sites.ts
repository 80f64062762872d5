import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { homedir } from "node:os";
import { join } from "node:path";
import { z } from "zod";

const site = z.object({ database: z.string(), address: z.string().optional() });

/** A running site of this user: its database and address. */
export type RunningSite = z.infer<typeof site>;

/** The folder where a user's processes register running sites (XDG Base Directory Specification: state). */
function folderOf(variables: Readonly<Record<string, string | undefined>>): string {
	return join(variables.XDG_STATE_HOME || join(homedir(), ".local/state"), "markpen", "running");
}

/**
 * Registers this process's site in a file that only the user can read, because the database's address contains a
 * passphrase. Returns a function that removes the file. Does nothing if no file can be written.
 */
export function rememberSite(
	running: RunningSite,
	variables: Readonly<Record<string, string | undefined>>,
): () => void {
	const folder = folderOf(variables);
	const file = join(folder, `${process.pid}.json`);
	try {
		mkdirSync(folder, { recursive: true, mode: 0o700 });
		rmSync(file, { force: true });
		writeFileSync(file, JSON.stringify(running), { mode: 0o600 });
	} catch {
		return () => undefined;
	}
	return () => rmSync(file, { force: true });
}

/** The user's running sites, without duplicates. */
export function runningSites(variables: Readonly<Record<string, string | undefined>>): RunningSite[] {
	const folder = folderOf(variables);
	const found = new Map<string, RunningSite>();
	for (const name of filesIn(folder)) {
		if (!isAlive(Number.parseInt(name, 10))) {
			// A killed process leaves its file.
			rmSync(join(folder, name), { force: true });
			continue;
		}
		const read = siteIn(join(folder, name));
		if (read) found.set(read.database, { ...found.get(read.database), ...read });
	}
	return [...found.values()];
}

function filesIn(folder: string): string[] {
	try {
		return readdirSync(folder).filter((name) => /^\d+\.json$/.test(name));
	} catch {
		return [];
	}
}

function siteIn(file: string): RunningSite | undefined {
	try {
		return site.parse(JSON.parse(readFileSync(file, "utf8")));
	} catch {
		return undefined;
	}
}

function isAlive(pid: number): boolean {
	try {
		process.kill(pid, 0);
		return true;
	} catch (error) {
		return (error as NodeJS.ErrnoException).code === "EPERM";
	}
}
