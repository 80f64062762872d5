// Starts Mark Pen on this machine: installs what is missing, starts PostgreSQL, migrates, serves.
//   --demo   loads the demo class if the demo's database is empty, and prints who to sign in as
//   --fresh  empties the demo's database first
import { spawn } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { build } from "./build.mjs";
import { ensurePackages } from "./packages.mjs";
import { dataFolder, ensurePostgres, startPostgres } from "./postgres.mjs";
import { main, ROOT } from "./run.mjs";

const demo = process.argv.includes("--demo");
const fresh = process.argv.includes("--fresh");

function isFree(port) {
	return new Promise((resolve) => {
		const server = createServer();
		server.on("error", () => resolve(false));
		server.listen(port, "127.0.0.1", () => server.close(() => resolve(true)));
	});
}

/** The database's address; a server of our own is started unless DATABASE_URL names one. */
async function database() {
	if (process.env.DATABASE_URL)
		return { url: process.env.DATABASE_URL, stop: async () => undefined, folder: join(ROOT, ".data") };
	ensurePostgres();
	const { folder, note } = dataFolder();
	if (note) process.stdout.write(`${note}\n`);
	const server = await startPostgres(folder, true);
	const name = demo ? "markpen_demo" : "markpen";
	if (demo && fresh) server.drop(name);
	return { url: server.database(name), stop: server.stop, folder };
}

/**
 * Starts the service and resolves with its address, and with its exit code later. It ends when this process does,
 * however that ends.
 */
function serve(environment) {
	const child = spawn(process.execPath, [join(ROOT, "service/dist/main.js")], {
		env: { ...process.env, ...environment },
		stdio: ["ignore", "pipe", "inherit", "ipc"],
		detached: true,
	});
	const exited = new Promise((resolve) => child.on("exit", (code) => resolve(code ?? 1)));
	const ready = new Promise((resolve) => {
		createInterface({ input: child.stdout }).on("line", (line) => {
			const address = /^ready (\S+)$/.exec(line)?.[1];
			if (address) resolve(address);
			else process.stdout.write(`${line}\n`);
		});
		exited.then(() => resolve(undefined));
	});
	return { child, ready, exited };
}

function greet(address, signIns) {
	const lines = ["", `Mark Pen is at ${address}, its API at ${address}/api`];
	if (signIns) {
		const { teacher, student } = signIns;
		lines.push("", `  teacher  ${teacher.name}: sign-in name ${teacher.signInName}, passphrase ${teacher.passphrase}`);
		lines.push(
			`  student  ${student.name}: class code ${student.classCode}, sign-in name ${student.signInName}, passphrase ${student.passphrase}`,
		);
	}
	lines.push("", "Ctrl-C stops it.", "");
	process.stdout.write(`${lines.join("\n")}\n`);
}

await main(async () => {
	ensurePackages();
	await build();
	const { url, stop, folder } = await database();
	try {
		const environment = {
			DATABASE_URL: url,
			MARKPEN_CONSOLE: join(ROOT, "console/dist"),
			MARKPEN_PORT: process.env.MARKPEN_PORT ?? ((await isFree(4170)) ? "4170" : "0"),
		};
		let signIns;
		if (demo) {
			const { DEMO_SIGN_INS, demoArchive } = await import("../demo/dist/index.js");
			signIns = DEMO_SIGN_INS;
			mkdirSync(folder, { recursive: true });
			environment.MARKPEN_LOAD = join(folder, "harbour-day.json");
			writeFileSync(environment.MARKPEN_LOAD, JSON.stringify(demoArchive(new Date())));
		}
		const { child, ready, exited } = serve(environment);
		for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => child.kill("SIGTERM"));
		const address = await ready;
		if (address) greet(address, signIns);
		return await exited;
	} finally {
		await stop();
	}
});
