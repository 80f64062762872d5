// Format and lint, types, architecture, unused code. All checks run, even after one fails.
import { join } from "node:path";
import { build } from "./build.mjs";
import { main, ROOT, wait } from "./run.mjs";

const bin = (name) => join(ROOT, "node_modules", name);

const CHECKS = [
	["format and lint", [bin("@biomejs/biome/bin/biome"), "check", "--error-on-warnings", "."], ROOT],
	[
		"format of the console's components",
		[bin("prettier/bin/prettier.cjs"), "--check", "--log-level", "warn", "console/src/**/*.svelte"],
		ROOT,
	],
	["types of tests", [bin("typescript/bin/tsc"), "-p", "tsconfig.tests.json"], ROOT],
	[
		"types of the console",
		[bin("svelte-check/bin/svelte-check"), "--tsconfig", "tsconfig.json", "--fail-on-warnings", "--output", "human"],
		join(ROOT, "console"),
	],
	[
		"architecture",
		[bin("vitest/vitest.mjs"), "run", "--project", "beside", "tests/architecture.test.ts", "--reporter=dot"],
		ROOT,
	],
	["description of the API", ["setup/api-lint.mjs"], ROOT],
	["unused code", [bin("knip/bin/knip.js")], ROOT],
];

await main(async () => {
	await build();
	const failed = [];
	for (const [name, args, cwd] of CHECKS) {
		process.stdout.write(`== ${name}\n`);
		if ((await wait(process.execPath, args, { cwd })) !== 0) failed.push(name);
	}
	process.stdout.write(failed.length === 0 ? "All checks passed.\n" : `Failed: ${failed.join(", ")}.\n`);
	return failed.length === 0 ? 0 : 1;
});
