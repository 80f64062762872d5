// Makes the year in an empty database.
import pg from "pg";
import { planSchool } from "./plan.mjs";
import { diskOf, writeSchool } from "./rows.mjs";
import { makeSample, samplesOf, YEAR_EXERCISES, YEAR_SIGN_IN } from "./sample.mjs";

const DAY = 86_400_000;
const thousands = (n) => Math.round(n).toLocaleString("en");
const megabytes = (n) => `${thousands(n / 1e6)} MB`;

const midnightOf = (time) => Math.floor(time / DAY) * DAY;

/** Does work on a connection, which ends however that ends. */
export async function withClient(url, work) {
	const sql = new pg.Client({ connectionString: url });
	await sql.connect();
	try {
		return await work(sql);
	} finally {
		await sql.end();
	}
}

/** Has the sample checked in an empty database, which a school can then be written into. */
export function prepareYear(url, { exercises = YEAR_EXERCISES, now = Date.now() } = {}) {
	return withClient(url, (sql) => makeSample(url, sql, { today: midnightOf(now), exercises }));
}

/**
 * Writes a school into a database that {@link prepareYear} made.
 *
 * @param of.students how many students @param of.seed of all that is by chance @param of.say gets each line of the result
 */
export function writeYear(url, { students, seed, say, now = Date.now() }) {
	return withClient(url, async (sql) => {
		const found = await samplesOf(sql);
		const plan = planSchool({ students, seed, today: midnightOf(now), exercises: found.exercises.length });
		const handIns = await writeSchool(sql, plan, found, seed);
		say(
			`${thousands(plan.students.length)} students, ${plan.teachers.length} teachers, ${plan.classes.length} classes, ` +
				`${thousands(plan.assignments.length)} assignments, ${thousands(handIns)} hand-ins.`,
		);
		say(
			`The service checked ${found.samples.flat().length} programs of ${found.exercises.length} exercises; the hand-ins share ` +
				"their sources, reports and tapes. All else is their own.",
		);
		return { plan, handIns, signIn: YEAR_SIGN_IN };
	});
}

/** What each table takes on disk, in all and for a hand-in, as a table of text. */
export async function sayDisk(sql) {
	const { tables, handIns, whole } = await diskOf(sql);
	const sum = tables.reduce((n, t) => n + t.bytes, 0);
	const row = (name, bytes) =>
		`${name.padEnd(16)}${megabytes(bytes).padStart(12)}${`${thousands(bytes / handIns)} B`.padStart(14)}`;
	return [
		`${"table".padEnd(16)}${"on disk".padStart(12)}${"a hand-in".padStart(14)}`,
		...tables.map((t) => row(t.table, t.bytes)),
		row("together", sum),
		`${"the database".padEnd(16)}${megabytes(whole).padStart(12)}`,
	].join("\n");
}
