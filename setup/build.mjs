import { cpSync, existsSync, readdirSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { ensurePackages } from "./packages.mjs";
import { main, ROOT, run } from "./run.mjs";

/** The threads' own files, without their bundle. */
const THREAD_FILES = ["threads/src", "threads/font"];

/** The newest change below some folders. */
function newest(folders) {
	let time = 0;
	for (const folder of folders) {
		const path = join(ROOT, folder);
		if (!existsSync(path)) continue;
		if (statSync(path).isFile()) time = Math.max(time, statSync(path).mtimeMs);
		else
			for (const name of readdirSync(path, { recursive: true }))
				time = Math.max(time, statSync(join(path, name)).mtimeMs);
	}
	return time;
}

/** Whether a file is newer than what it is made from. */
const isNewer = (file, sources) =>
	existsSync(file) && statSync(file).mtimeMs > newest([...sources, "package-lock.json"]);

/** Bundles a module into few files, which start in a fraction of the time. */
async function bundle(to, module, left = []) {
	const { rolldown } = await import("rolldown");
	const bundled = await rolldown({
		input: module,
		platform: "node",
		external: ["@resvg/resvg-js", "piscina", "pyodide/pyodide.asm.mjs", ...left],
	});
	await bundled.write({ dir: to, format: "esm", entryFileNames: "[name].js" });
	await bundled.close();
}

/**
 * The threads' module is bundled for the service, and beside the command line's commands: the pool looks for it there.
 * Each command is a bundle of its own, so that it loads nothing that only others need.
 */
async function bundles() {
	const thread = join(ROOT, "threads/dist/thread.js");
	const font = (to) => cpSync(join(ROOT, "threads/font"), join(to, "../font"), { recursive: true });
	const sources = ["core/dist", ...THREAD_FILES];
	const ofService = join(ROOT, "threads/dist/bundled");
	if (!isNewer(join(ofService, "thread.js"), sources)) {
		rmSync(ofService, { recursive: true, force: true });
		await bundle(ofService, thread);
		font(ofService);
	}
	const of = join(ROOT, "cli/dist");
	const to = join(of, "bundle");
	if (isNewer(join(to, "index.js"), [...sources, "client/dist", "contract/dist", "cli/src", "setup/build.mjs"])) return;
	rmSync(to, { recursive: true, force: true });
	const commands = readdirSync(join(of, "commands")).filter((name) => name.endsWith(".js"));
	for (const module of [...commands.map((name) => join(of, "commands", name)), thread])
		await bundle(join(to, "commands"), module);
	font(join(to, "commands"));
	// Last: its time says that all are made.
	await bundle(to, join(of, "index.js"), [/\/commands\//]);
}

/** Builds what is older than its sources: the packages, the command line's bundle, then the console. */
export async function build() {
	ensurePackages();
	run(process.execPath, [join(ROOT, "node_modules/typescript/bin/tsc"), "-b"]);
	await bundles();
	const page = join(ROOT, "console/dist/index.html");
	const sources = newest([
		"console/src",
		"console/index.html",
		"console/vite.config.ts",
		"core/dist",
		"contract/dist",
		"client/dist",
		"package-lock.json",
	]);
	if (existsSync(page) && statSync(page).mtimeMs > sources) return;
	run(process.execPath, [join(ROOT, "node_modules/vite/bin/vite.js"), "build", "--logLevel", "error"], {
		cwd: join(ROOT, "console"),
	});
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await main(build);
