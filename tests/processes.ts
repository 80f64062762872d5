import { type ChildProcess, spawn } from "node:child_process";
import { fileURLToPath } from "node:url";
import { type Settings, settings } from "./site.ts";

/** The service's main file. */
export const MAIN = fileURLToPath(new URL("../service/dist/main.js", import.meta.url));

/** A part of the service as a process of its own. */
export interface Part {
	readonly child: ChildProcess;
	readonly address: string;
	/** What it has written to its log. */
	readonly said: () => string;
}

/** Starts a part of the service, or of another version's main file; resolves once it is ready. */
export async function startPart(part: "web" | "worker", url: string, more: Settings = {}, main = MAIN): Promise<Part> {
	const child = spawn(process.execPath, [main, part], {
		env: { PATH: process.env.PATH, ...settings(url, { MARKPEN_THREADS: "1", MARKPEN_LOG: "info", ...more }) },
		stdio: ["ignore", "pipe", "inherit"],
	});
	let log = "";
	const address = await new Promise<string>((resolve, reject) => {
		child.stdout?.on("data", (data) => {
			log += String(data);
			const found = /ready (\S+)/.exec(String(data))?.[1];
			if (found) resolve(found);
		});
		child.on("exit", (code) => reject(new Error(`the ${part} ended with ${code}`)));
	});
	child.removeAllListeners("exit");
	return { child, address, said: () => log };
}

/** Ends a process with a signal, and gives its exit code. */
export function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<number | null> {
	if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve(child.exitCode);
	return new Promise((resolve) => {
		child.on("exit", (code) => resolve(code));
		child.kill(signal);
	});
}
