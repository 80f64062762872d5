import { existsSync, readdirSync, statSync } from "node:fs";
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
		else for (const name of readdirSync(path, { recursive: true })) time = Math.max(time, statSync(join(path, name)).mtimeMs);
	}
	return time;
}

/** Builds what is older than its sources: the packages, then the console. */
export function build() {
	ensurePackages();
	run(process.execPath, [join(ROOT, "node_modules/typescript/bin/tsc"), "-b"]);
	const page = join(ROOT, "console/dist/index.html");
	const sources = newest(["console/src", "console/index.html", "console/vite.config.ts", "core/dist", "contract/dist", "client/dist", "package-lock.json"]);
	if (existsSync(page) && statSync(page).mtimeMs > sources) return;
	run(process.execPath, [join(ROOT, "node_modules/vite/bin/vite.js"), "build", "--logLevel", "error"], { cwd: join(ROOT, "console") });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await main(build);
