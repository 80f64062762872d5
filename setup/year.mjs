// Makes a school with two years of work in it, by chance from a seed, and says what it takes.
//   --students N   how many students; 2,000 by default
//   --small        a class a year, for tests
//   --seed N       another school of the same size
//   --serve        then serves it, until Ctrl-C
import { join } from "node:path";
import { parseArgs } from "node:util";
import pg from "pg";
import { build } from "./build.mjs";
import { ensurePackages } from "./packages.mjs";
import { dataFolder, ensurePostgres, startPostgres } from "./postgres.mjs";
import { CantGoOn, main, ROOT, wait } from "./run.mjs";

const SMALL = 31;

const OPTIONS = {
	students: { type: "string", default: "2000" },
	seed: { type: "string", default: "1" },
	small: { type: "boolean", default: false },
	serve: { type: "boolean", default: false },
};

function given() {
	try {
		return parseArgs({ options: OPTIONS }).values;
	} catch (error) {
		throw new CantGoOn(`${error.message}. The options are --students N, --seed N, --small and --serve.`);
	}
}

function options() {
	const values = given();
	const whole = (name) => {
		const value = Number(values[name]);
		if (!Number.isInteger(value) || value < 1 || value > 100_000)
			throw new CantGoOn(`--${name} is a whole number from 1 to 100,000, such as --${name} 2000.`);
		return value;
	};
	return { students: values.small ? SMALL : whole("students"), seed: whole("seed"), serve: values.serve };
}

await main(async () => {
	const { students, seed, serve } = options();
	ensurePackages();
	await build();
	const { prepareYear, sayDisk, writeYear } = await import("./year/make.mjs");
	ensurePostgres();
	const { folder, note } = dataFolder();
	if (note) process.stdout.write(`${note}\n`);
	const server = await startPostgres(folder, true);
	try {
		server.drop("markpen_year");
		const url = server.database("markpen_year");
		const say = (line) => process.stdout.write(`${line}\n`);
		const from = performance.now();
		await prepareYear(url);
		const made = await writeYear(url, { students, seed, say });
		say(
			`It took ${((performance.now() - from) / 60_000).toFixed(1)} minutes, and ` +
				`${Math.round((process.resourceUsage().maxRSS * 1024) / 1e6)} MB of memory at most in this process.`,
		);
		const sql = new pg.Client({ connectionString: url });
		await sql.connect();
		process.stdout.write(`\n${await sayDisk(sql)}\n`);
		await sql.end();
		if (!serve) return 0;
		process.stdout.write(
			`\nSign in as ${made.signIn.signInName} with ${made.signIn.passphrase}. Teachers are teacher-1, teacher-2 and so on, with the same passphrase.\n`,
		);
		return await wait(process.execPath, [join(ROOT, "service/dist/main.js")], {
			env: { ...process.env, DATABASE_URL: url, MARKPEN_CONSOLE: join(ROOT, "console/dist") },
		});
	} finally {
		await server.stop();
	}
});
