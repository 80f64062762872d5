import { watch } from "chokidar";
import { EXIT, WrongCall } from "./call.ts";
import { print } from "./formats/terminal.ts";

/** Calls back each time one of some files changes, one change after the other, until the command is ended. */
export function follow(paths: readonly string[], changed: (path: string) => Promise<void>): Promise<number> {
	return new Promise((resolve) => {
		const watcher = watch([...paths], {
			ignoreInitial: true,
			awaitWriteFinish: { stabilityThreshold: 60, pollInterval: 20 },
		});
		let running: Promise<void> = Promise.resolve();
		const next = (path: string) => {
			running = running
				.then(() => changed(path))
				.catch((error: unknown) => {
					// A file that can't be read while it is being written is reported and waited for.
					if (!(error instanceof WrongCall)) throw error;
					print(`${error.message}\n`);
				});
		};
		watcher.on("change", next).on("add", next);
		const end = () => void watcher.close().then(() => resolve(EXIT.met));
		process.once("SIGINT", end);
		process.once("SIGTERM", end);
	});
}
