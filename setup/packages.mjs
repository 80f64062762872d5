import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { CantGoOn, ROOT, run } from "./run.mjs";

const STAMP = join(ROOT, "node_modules", ".markpen-lock");

/** Installs the npm packages that the lock file names, unless they are there. */
export function ensurePackages() {
	const [major, minor] = process.versions.node.split(".").map(Number);
	if (major < 20 || (major === 20 && minor < 20))
		throw new CantGoOn(`Node.js 20.20 or newer is needed; this is ${process.versions.node}.`);
	const lock = createHash("sha256")
		.update(readFileSync(join(ROOT, "package-lock.json")))
		.digest("hex");
	if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === lock) return;
	process.stdout.write("Installing the npm packages …\n");
	run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"]);
	writeFileSync(STAMP, lock);
}
