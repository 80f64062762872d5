import { readEnvironment } from "./environment.ts";
import { startService } from "./service.ts";

/** `main.js` serves and checks; `main.js web` and `main.js worker` do one of the two. */
async function main(): Promise<void> {
	const part = process.argv[2] ?? "both";
	if (!["both", "web", "worker"].includes(part)) throw new Error(`The part is both, web or worker, not ${part}.`);
	const environment = readEnvironment(process.env);
	const running = await startService(environment, { web: part !== "worker", worker: part !== "web" });
	process.stdout.write(`ready ${running.address ?? part}\n`);
	let stopping = false;
	const stop = () => {
		if (stopping) return;
		stopping = true;
		running.stop().then(
			() => process.exit(0),
			(error: unknown) => {
				process.stderr.write(`${error instanceof Error ? error.stack : String(error)}\n`);
				process.exit(1);
			},
		);
	};
	for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, stop);
	process.on("disconnect", stop);
}

main().catch((error: unknown) => {
	process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
	process.exit(1);
});
