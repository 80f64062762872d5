import { spawn, spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";

/** The project's folder. */
export const ROOT = fileURLToPath(new URL("..", import.meta.url)).replace(/\/$/, "");

/** A sentence for people; the command ends with it. */
export class CantGoOn extends Error {
	name = "CantGoOn";
}

/** Runs a command with its output shown; throws if it fails. */
export function run(command, args, options = {}) {
	const result = spawnSync(command, args, { cwd: ROOT, stdio: "inherit", ...options });
	if (result.error) throw result.error;
	if (result.status !== 0)
		throw new CantGoOn(
			`“${[command, ...args].join(" ")}” failed with ${result.signal ?? `exit code ${result.status}`}.`,
		);
}

/** Runs a command without showing anything; its output, or undefined if it fails. */
export function ask(command, args, options = {}) {
	const result = spawnSync(command, args, { encoding: "utf8", ...options });
	return result.status === 0 ? result.stdout.trim() : undefined;
}

/** Runs a command and resolves with its exit code. */
export function wait(command, args, options = {}) {
	return new Promise((resolve, reject) => {
		const child = spawn(command, args, { cwd: ROOT, stdio: "inherit", ...options });
		child.on("error", reject);
		child.on("exit", (code, signal) => resolve(code ?? (signal ? 1 : 0)));
	});
}

/** Runs a script's main function; a CantGoOn is reported in its one sentence. */
export async function main(work) {
	try {
		process.exitCode = (await work()) ?? 0;
	} catch (error) {
		process.stderr.write(`${error instanceof CantGoOn ? error.message : error.stack}\n`);
		process.exitCode = 1;
	}
	// An interpreter that was loaded in this process would keep it going.
	process.stdout.write("", () => process.exit());
}
