import { spawn } from "node:child_process";
import { fileURLToPath } from "node:url";

/** Starts the service, a worker or the account command as a child process, and exits with it. */
export async function serviceCommand(
	part: "web" | "worker" | "both" | "account",
	words: readonly string[] = [],
): Promise<number> {
	const main = fileURLToPath(new URL("main.js", import.meta.resolve("@markpen/service")));
	const child = spawn(process.execPath, [main, part, ...words], { stdio: ["inherit", "inherit", "inherit", "ipc"] });
	for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => child.kill("SIGTERM"));
	return new Promise((resolve) => {
		child.on("exit", (code) => resolve(code === null || code > 1 ? 1 : code === 1 ? 2 : 0));
		child.on("error", () => resolve(2));
	});
}
