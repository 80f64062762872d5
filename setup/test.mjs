// Installs what is missing, builds, and runs every test. `npm test -- WORDS` passes words on to one run of Vitest.
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { build } from "./build.mjs";
import { ensureHeadlessChromium } from "./chromium.mjs";
import { ensurePackages } from "./packages.mjs";
import { ensurePostgres } from "./postgres.mjs";
import { main, ROOT, wait } from "./run.mjs";

/** Parts in the order in which a mistake is cheapest to find. */
const PARTS = [
	["beside the source", ["--project", "beside", "--project", "state"]],
	["service and command line", ["--project", "service"]],
	["console in Chromium", ["--project", "console"]],
];

const seconds = (from) => ((Date.now() - from) / 1000).toFixed(1);

await main(async () => {
	const times = [];
	const timed = async (name, work) => {
		const from = Date.now();
		const result = await work();
		times.push(`${seconds(from).padStart(7)} s  ${name}`);
		return result;
	};
	await timed("packages, database, browser", async () => {
		ensurePackages();
		ensurePostgres();
		ensureHeadlessChromium();
	});
	await timed("build", build);
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-results-"));
	let [passed, failed, broken] = [0, 0, false];
	const words = process.argv.slice(2);
	for (const [name, args] of words.length > 0 ? [["chosen tests", words]] : PARTS) {
		process.stdout.write(`\n== ${name}\n`);
		const file = join(folder, `${name}.json`);
		const code = await timed(name, () =>
			wait(process.execPath, [
				join(ROOT, "node_modules/vitest/vitest.mjs"),
				"run",
				...args,
				"--reporter=default",
				"--reporter=json",
				`--outputFile.json=${file}`,
			]),
		);
		if (code !== 0) broken = true;
		try {
			const results = JSON.parse(readFileSync(file, "utf8"));
			passed += results.numPassedTests;
			failed +=
				results.numFailedTests +
				results.testResults.filter((t) => t.status === "failed" && t.assertionResults.length === 0).length;
		} catch {
			failed += 1;
		}
	}
	rmSync(folder, { recursive: true, force: true });
	process.stdout.write(`\n${times.join("\n")}\n\n${passed} passed, ${failed} failed\n`);
	return broken || failed > 0 ? 1 : 0;
});
