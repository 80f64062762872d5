import { execFile } from "node:child_process";
import { fileURLToPath } from "node:url";

export const MARKPEN = fileURLToPath(new URL("../../cli/bin/markpen.mjs", import.meta.url));

/** Runs the command line as a process in a folder. */
export function runMarkpen(
	folder: string,
	args: readonly string[],
	{ input = "", env = {} }: { input?: string; env?: Readonly<Record<string, string>> } = {},
): Promise<{ code: number; out: string; err: string }> {
	return new Promise((resolve) => {
		const child = execFile(
			process.execPath,
			[MARKPEN, ...args],
			{ cwd: folder, env: { PATH: process.env.PATH, ...env }, maxBuffer: 64e6 },
			(error, out, err) => {
				resolve({ code: typeof error?.code === "number" ? error.code : 0, out, err });
			},
		);
		child.stdin?.end(input);
	});
}
