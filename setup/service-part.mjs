import { spawn } from "node:child_process";
import { join } from "node:path";
import { ROOT } from "./run.mjs";

/** Processes that run. */
const running = new Set();

/**
 * A part of the service, "web" or "worker", as a process of its own that ends when this one does. `ready` gives its
 * address; `ending` its exit code or signal.
 */
export function startPart(part, environment) {
	const child = spawn(process.execPath, [join(ROOT, "service/dist/main.js"), part], {
		env: { ...process.env, ...environment },
		stdio: ["ignore", "pipe", "inherit", "ipc"],
	});
	running.add(child);
	const ending = new Promise((resolve) => child.on("exit", (code, signal) => resolve(code ?? signal)));
	ending.then(() => running.delete(child));
	const ready = new Promise((resolve) =>
		child.stdout.on("data", (data) => {
			const address = /ready (\S+)/.exec(String(data))?.[1];
			if (address) resolve(address);
		}),
	);
	const stop = () => {
		child.kill("SIGTERM");
		return ending;
	};
	return { pid: child.pid, ready, ending, stop };
}

/** Ends what still runs, at once. */
export function killParts() {
	for (const child of running) child.kill("SIGKILL");
}
