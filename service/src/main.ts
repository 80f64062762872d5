import { accountOnServer } from "./account/on-server.ts";
import { readEnvironment } from "./environment.ts";
import { rememberSite } from "./running-sites.ts";
import { LINK_HOURS } from "./school/store.ts";
import { startService } from "./service.ts";

const PARTS = ["both", "web", "worker", "account"] as const;

/**
 * `main.js` serves and checks; `main.js web` and `main.js worker` do one of the two; `main.js account NAME` creates a
 * teacher's account or gives it a one-time passphrase.
 */
async function main(): Promise<void> {
	const part = (process.argv[2] ?? "both") as (typeof PARTS)[number];
	if (!PARTS.includes(part)) throw new Error(`The part is ${PARTS.join(", ")}, not ${part}.`);
	if (part === "account") {
		process.stdout.write(`${await accountOnServer(process.env, process.argv.slice(3))}\n`);
		return;
	}
	const environment = readEnvironment(process.env);
	const running = await startService(environment, { web: part !== "worker", worker: part !== "web" });
	const forget = rememberSite({ database: environment.DATABASE_URL, address: running.address }, process.env);
	if (running.setUp)
		process.stdout.write(
			`\nSet up your school: ${running.setUp}\n` +
				`This link works once, for ${LINK_HOURS} hours. Starting again prints a new one.\n`,
		);
	process.stdout.write(`ready ${running.address ?? part}\n`);
	let stopping = false;
	const stop = () => {
		if (stopping) return;
		stopping = true;
		forget();
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
