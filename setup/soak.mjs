// The long forms of the tests: 200,000 programs of each kind, four hundred hostile ones in Node and in Chromium, the
// worker killed again and again, several machines, two versions side by side, and ten minutes of every attack beside
// a class that works as usual.
import { join } from "node:path";
import { build } from "./build.mjs";
import { earlierVersion } from "./earlier-version.mjs";
import { startTestPostgres } from "./postgres.mjs";
import { main, ROOT, wait } from "./run.mjs";

const VITEST = join(ROOT, "node_modules/vitest/vitest.mjs");
const PROGRAMS = process.env.MARKPEN_FUZZ ?? "200000";
const KILLS = Number(process.env.MARKPEN_KILLS ?? 10);

await main(async () => {
	await build();
	// One database server for all runs, so that the demo is checked once.
	const server = await startTestPostgres();
	const shared = { ...process.env, MARKPEN_TEST_POSTGRES: server.database("postgres") };
	let failed = 0;
	const run = async (name, args, env = {}) => {
		process.stdout.write(`== ${name}\n`);
		if ((await wait(process.execPath, [VITEST, "run", ...args], { env: { ...shared, ...env } })) !== 0) failed++;
	};
	await run(
		`${PROGRAMS} random and ${PROGRAMS} damaged programs`,
		["--project", "beside", "core/src/languages/nib/fuzz.test.ts"],
		{ MARKPEN_FUZZ: PROGRAMS },
	);
	await run(
		"hostile programs of the canvas, as SVG and in Python, in Node",
		[
			"--project",
			"beside",
			"core/src/languages/javascript/hostile.test.ts",
			"core/src/languages/svg/hostile.test.ts",
			"threads/src/hostile-python.test.ts",
		],
		{ MARKPEN_HOSTILE: "all" },
	);
	await run("the same in Chromium", ["--project", "console", "tests/console/hostile-programs.test.ts"], {
		MARKPEN_HOSTILE: "all",
	});
	for (let i = 1; i <= KILLS; i++)
		await run(`worker killed, ${i} of ${KILLS}`, ["--project", "alone", "tests/service/kill.test.ts"]);
	await run("fifty processes killed at any moment", ["--project", "alone", "tests/service/kill-any.test.ts"], {
		MARKPEN_KILLS: process.env.MARKPEN_KILLS_ANY ?? "50",
	});
	await run(
		"three web and three worker processes, killed for two minutes",
		["--project", "alone", "tests/service/several-machines.test.ts"],
		{ MARKPEN_SEVERAL_SECONDS: process.env.MARKPEN_SEVERAL_SECONDS ?? "120" },
	);
	await run(
		"a rolling restart from the version before the newest migration, and back",
		["--project", "alone", "tests/service/two-versions.test.ts"],
		{ MARKPEN_EARLIER: earlierVersion() },
	);
	await server.stop();
	process.stdout.write("== every attack at once, beside a class of thirty\n");
	if ((await wait(process.execPath, [join(ROOT, "setup/soak-attacks.mjs")])) !== 0) failed++;
	process.stdout.write(failed === 0 ? "Everything held.\n" : `${failed} runs failed.\n`);
	return failed === 0 ? 0 : 1;
});
