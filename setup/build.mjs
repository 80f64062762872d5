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

/** Bundles modules into few files, which start in a fraction of the time, if they are older than their sources. */
async function bundle(to, input, sources) {
	const first = join(to, `${Object.keys(input)[0]}.js`);
	if (existsSync(first) && statSync(first).mtimeMs > newest([...sources, "package-lock.json"])) return;
	const { rolldown } = await import("rolldown");
	const bundled = await rolldown({
		input,
		platform: "node",
		external: ["@resvg/resvg-js", "piscina", "pyodide/pyodide.asm.mjs"],
	});
	rmSync(to, { recursive: true, force: true });
	await bundled.write({ dir: to, format: "esm", entryFileNames: "[name].js" });
	await bundled.close();
	// Beside the bundle, as the threads' own module has it.
	cpSync(join(ROOT, "threads/font"), join(to, "../font"), { recursive: true });
}

/**
 * The threads' module is bundled for the service, and beside the command line's own bundle: the pool looks for it there.
 */
async function bundles() {
	const thread = join(ROOT, "threads/dist/thread.js");
	const sources = ["core/dist", ...THREAD_FILES];
	await bundle(join(ROOT, "threads/dist/bundled"), { thread }, sources);
	const index = join(ROOT, "cli/dist/index.js");
	await bundle(join(ROOT, "cli/dist/bundle"), { index, thread }, [...sources, "cli/src"]);
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
