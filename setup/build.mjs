import { existsSync, readdirSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { ensurePackages } from "./packages.mjs";
import { main, ROOT, run } from "./run.mjs";

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

/**
 * Bundles the command line and its threads into few files, so that it starts in a third of the time. The threads' file
 * is in the same folder, where the pool looks for it.
 */
async function bundle() {
	const to = join(ROOT, "cli/dist/bundle");
	const main = join(to, "index.js");
	if (
		existsSync(main) &&
		statSync(main).mtimeMs > newest(["core/dist", "threads/dist", "cli/src", "package-lock.json"])
	)
		return;
	const { rolldown } = await import("rolldown");
	const bundled = await rolldown({
		input: { thread: join(ROOT, "threads/dist/thread.js"), index: join(ROOT, "cli/dist/index.js") },
		platform: "node",
		external: ["@resvg/resvg-js", "piscina", "pyodide/pyodide.asm.mjs"],
	});
	rmSync(to, { recursive: true, force: true });
	await bundled.write({ dir: to, format: "esm", entryFileNames: "[name].js" });
	await bundled.close();
}

/** Builds what is older than its sources: the packages, the command line's bundle, then the console. */
export async function build() {
	ensurePackages();
	run(process.execPath, [join(ROOT, "node_modules/typescript/bin/tsc"), "-b"]);
	await bundle();
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
