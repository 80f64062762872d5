// Installs what is missing, builds, and runs every test. `npm test -- core` (service, console, cli, recipes) runs the
// tests of one part; other words are passed on to one run of Vitest.
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, relative } from "node:path";
import { stripVTControlCharacters } from "node:util";
import { build } from "./build.mjs";
import { ensureHeadlessChromium } from "./chromium.mjs";
import { ensurePackages } from "./packages.mjs";
import { ensurePostgres, startTestPostgres } from "./postgres.mjs";
import { main, ROOT, wait } from "./run.mjs";

const project = (...names) => names.flatMap((name) => ["--project", name]);

/** In the order in which a mistake is cheapest to find. */
const ALL = [
	["beside the source", project("beside", "state")],
	["service and command line", project("service")],
	["service at its limits, one test after another", project("alone")],
	["console in Chromium", project("console")],
	["recipes, followed in a copy", project("recipes")],
];

/** What each word runs. */
const PARTS = {
	core: [["core", [...project("beside"), "core/src"]]],
	service: [
		["beside the service", [...project("beside"), "service/src", "contract", "threads/src"]],
		["service", [...project("service"), "tests/service"]],
		["service at its limits, one test after another", project("alone")],
	],
	console: [
		["state of the console", project("state")],
		["console in Chromium", project("console")],
	],
	cli: [
		["beside the command line", [...project("beside"), "cli/src"]],
		["command line", [...project("service"), "tests/cli"]],
	],
	recipes: [["recipes, followed in a copy", project("recipes")]],
};

/** The runs of Vitest that some words ask for. */
function runsOf(words) {
	if (words.length === 0) return ALL;
	if (words.every((word) => Object.hasOwn(PARTS, word))) return words.flatMap((word) => PARTS[word]);
	return [["chosen tests", words]];
}

/** What failed in a run, a line each: the file, the test, and the first line of its message. */
function failuresOf({ testResults }) {
	const line = (file, test, message = "") =>
		[relative(ROOT, file), test, stripVTControlCharacters(message).split("\n")[0]].filter(Boolean).join(" > ");
	return testResults.flatMap(({ name, status, message, assertionResults }) => {
		const failed = assertionResults.filter((a) => a.status === "failed");
		if (status === "failed" && failed.length === 0) return [line(name, "", message || "the file itself failed")];
		return failed.map((a) => line(name, a.fullName, a.failureMessages[0]));
	});
}

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
	// One database server for all runs, so that the demo is checked once.
	const server = await startTestPostgres();
	const env = { ...process.env, MARKPEN_TEST_POSTGRES: server.database("postgres") };
	let [passed, broken] = [0, false];
	const failures = [];
	for (const [name, args] of runsOf(process.argv.slice(2))) {
		process.stdout.write(`\n== ${name}\n`);
		const file = join(folder, `${name}.json`);
		const code = await timed(name, () =>
			wait(
				process.execPath,
				[
					join(ROOT, "node_modules/vitest/vitest.mjs"),
					"run",
					...args,
					"--reporter=default",
					"--reporter=json",
					`--outputFile.json=${file}`,
				],
				{ env },
			),
		);
		if (code !== 0) broken = true;
		try {
			const results = JSON.parse(readFileSync(file, "utf8"));
			passed += results.numPassedTests;
			failures.push(...failuresOf(results));
		} catch {
			failures.push(`${name}: it ended without results`);
		}
	}
	await server.stop();
	rmSync(folder, { recursive: true, force: true });
	process.stdout.write(`\n${times.join("\n")}\n\n`);
	if (failures.length > 0) process.stdout.write(`What failed:\n\n${failures.join("\n")}\n\n`);
	process.stdout.write(`${passed} passed, ${failures.length} failed\n`);
	return broken || failures.length > 0 ? 1 : 0;
});
