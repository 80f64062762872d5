// Runs the build, the tests beside the source and the service's tests on other versions of Node.js than this one.
// `npm run nodes` takes the versions below; `npm run nodes -- 23` others.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { delimiter, join } from "node:path";
import { ensurePackages } from "./packages.mjs";
import { ensurePostgres } from "./postgres.mjs";
import { ask, CantGoOn, main, ROOT, run, wait } from "./run.mjs";

/** Major versions that are supported, apart from the oldest one, on which `npm test` is run. */
const VERSIONS = ["22", "24"];

/** Installs a version from the registry's package `node` into a folder; the folder of its binary. */
function installed(version, folder) {
	run(
		"npm",
		["install", "--no-save", "--no-audit", "--no-fund", "--loglevel=error", "--prefix", folder, `node@${version}`],
		{
			stdio: ["ignore", "ignore", "inherit"],
		},
	);
	const bin = join(folder, "node_modules/node/bin");
	const found = ask(join(bin, "node"), ["--version"]);
	if (!found?.startsWith(`v${version}.`)) throw new CantGoOn(`Node.js ${version} was installed, but doesn't start.`);
	process.stdout.write(`\n== Node.js ${found}\n`);
	return bin;
}

const STEPS = [
	["build", ["setup/build.mjs"]],
	["tests beside the source", ["node_modules/vitest/vitest.mjs", "run", "--project", "beside", "--project", "state"]],
	["service and command line", ["node_modules/vitest/vitest.mjs", "run", "--project", "service"]],
	["service at its limits", ["node_modules/vitest/vitest.mjs", "run", "--project", "alone"]],
];

await main(async () => {
	ensurePackages();
	ensurePostgres();
	const words = process.argv.slice(2);
	const done = [];
	for (const version of words.length > 0 ? words : VERSIONS) {
		const folder = mkdtempSync(join(tmpdir(), `mark-pen-node-${version}-`));
		try {
			const bin = installed(version, folder);
			const env = { ...process.env, PATH: `${bin}${delimiter}${process.env.PATH}` };
			for (const [name, args] of STEPS) {
				const code = await wait(join(bin, "node"), args, { cwd: ROOT, env });
				done.push(`${code === 0 ? "passed" : "failed"}  Node.js ${version}: ${name}`);
				if (code !== 0) break;
			}
		} finally {
			rmSync(folder, { recursive: true, force: true });
		}
	}
	process.stdout.write(`\n${done.join("\n")}\n`);
	return done.some((line) => line.startsWith("failed")) ? 1 : 0;
});
