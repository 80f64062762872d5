// The version before the newest migration, built beside this one: for a rolling restart from it.
import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, rmSync, symlinkSync } from "node:fs";
import { join } from "node:path";
import { ask, CantGoOn, ROOT, run } from "./run.mjs";

const MIGRATIONS = "service/src/database/migrations";
/** Packages of ours that the service needs. */
const PACKAGES = ["core", "contract", "client", "threads", "service", "demo"];

/**
 * The folder of the version before the newest migration, built. It lies in ours, so that its packages from the
 * registry are ours.
 */
export function earlierVersion() {
	const newest = readdirSync(join(ROOT, MIGRATIONS)).sort().at(-1);
	const added = ask("git", ["log", "--diff-filter=A", "-1", "--format=%H", "--", join(MIGRATIONS, newest)], {
		cwd: ROOT,
	});
	const commit = added && ask("git", ["rev-parse", "--verify", `${added}^`], { cwd: ROOT });
	if (!commit) throw new CantGoOn(`The version before ${newest} isn't in this copy's history: git fetch --unshallow.`);
	const folder = join(ROOT, ".data/earlier", commit.slice(0, 12));
	if (existsSync(join(folder, "built"))) return folder;
	rmSync(folder, { recursive: true, force: true });
	mkdirSync(join(folder, "node_modules/@markpen"), { recursive: true });
	const files = execFileSync("git", ["archive", commit], { cwd: ROOT, maxBuffer: 512 * 1024 * 1024 });
	execFileSync("tar", ["-x", "-C", folder], { input: files });
	for (const name of PACKAGES) symlinkSync(join(folder, name), join(folder, "node_modules/@markpen", name));
	run(process.execPath, [join(ROOT, "node_modules/typescript/bin/tsc"), "-b", "service", "demo"], { cwd: folder });
	mkdirSync(join(folder, "built"));
	return folder;
}
