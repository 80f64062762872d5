// The sample: real hand-ins, checked by the service itself, whose sources and reports the year's hand-ins share.
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parse } from "yaml";
import { firstLanguage } from "../../core/dist/index.js";
import { readEnvironment, startService } from "../../service/dist/index.js";
import { ROOT } from "../run.mjs";

/** Collections of the library whose exercises the school uses: four in Nib, one in JavaScript, one in Python. */
const COLLECTIONS = ["1-", "2-", "3-", "4-", "7-", "9-"];
const DAY = 86_400_000;
export const YEAR_EXERCISES = 36;
export const SAMPLE_CLASS = "Sample";
/** The administrator of the year, and the passphrase of everybody in it. */
export const YEAR_SIGN_IN = { signInName: "year-head", passphrase: "a-passphrase-for-all" };

/** The exercises, each with its programs: the library's trials. */
function exercisesOf(count) {
	const library = join(ROOT, "library");
	const text = (path) => readFileSync(join(library, path), "utf8");
	return readdirSync(library)
		.filter((name) => name.endsWith(".collection.yaml") && COLLECTIONS.some((one) => name.startsWith(one)))
		.sort()
		.flatMap((name) => {
			const folder = name.replace(".collection.yaml", "");
			return parse(text(name)).exercises.map((id) => {
				const source = text(join(folder, `${id}.exercise.yaml`));
				return {
					id,
					source,
					language: firstLanguage(parse(source)),
					programs: parse(text(join(folder, `${id}.trials.yaml`))).map((t) => t.source),
				};
			});
		})
		.slice(0, count);
}

/** A class archive in which each student hands in one program of every exercise. */
function archiveOf(exercises, today) {
	const at = (days) => new Date(today - days * DAY).toISOString();
	const most = Math.max(...exercises.map((e) => e.programs.length));
	const students = Array.from({ length: most }, (_, n) => `sample-${n + 1}`);
	return {
		format: "markpen/class-archive@1",
		school: "Saltmere School",
		teachers: [{ key: "head", name: "H. Saltmere", administrator: true, ...YEAR_SIGN_IN }],
		students: students.map((key) => ({
			key,
			name: key,
			signInName: key,
			passphrase: YEAR_SIGN_IN.passphrase,
		})),
		exercises: exercises.map(({ id, source }) => ({ key: id, source, owner: "head" })),
		classes: [
			{
				key: "sample",
				name: SAMPLE_CLASS,
				schoolYear: "sample",
				code: "sample-class",
				teachers: ["head"],
				students,
				assignments: exercises.map(({ id }) => ({
					key: id,
					exercises: [id],
					opensAt: at(900),
					dueAt: at(899),
					closesAt: at(898),
				})),
			},
		],
		handIns: exercises.flatMap(({ id, language, programs }) =>
			programs.map((source, n) => ({
				assignment: id,
				exercise: id,
				student: students[n],
				tryNumber: 1,
				source,
				language,
				handedInAt: at(899.5),
			})),
		),
	};
}

/** Has the service load the sample into an empty database and check it, with the causes. */
export async function makeSample(url, sql, { today, exercises: count = YEAR_EXERCISES }) {
	const exercises = exercisesOf(count);
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-year-"));
	try {
		const file = join(folder, "sample.json");
		writeFileSync(file, JSON.stringify(archiveOf(exercises, today)));
		const running = await startService(
			readEnvironment({ DATABASE_URL: url, MARKPEN_LOAD: file, MARKPEN_CONSOLE: "/nowhere", MARKPEN_PORT: "0" }),
			{ web: false, worker: true },
		);
		try {
			const left = async () =>
				(
					await sql.query(`SELECT (SELECT count(*) FROM checks WHERE ended_at IS NULL)
						+ (SELECT count(*) FROM queue.job WHERE state < 'completed') AS left`)
				).rows[0].left;
			while ((await left()) > 0) await new Promise((resolve) => setTimeout(resolve, 100));
		} finally {
			await running.stop();
		}
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

/** For each exercise its sample hand-ins, with the share of the points that each has. */
export async function samplesOf(sql) {
	const { rows } = await sql.query(`SELECT h.id, h.exercise_id AS exercise, (g.earned / g.possible)::float AS share,
			x.exercise_version_id AS version
		FROM hand_ins h
		JOIN standings g ON g.hand_in_id = h.id
		JOIN assignment_exercises x USING (assignment_id, exercise_id)
		ORDER BY h.id`);
	const exercises = [...new Set(rows.map((r) => r.exercise))].sort();
	return {
		exercises: exercises.map((id) => ({ id, version: rows.find((r) => r.exercise === id).version })),
		samples: exercises.map((id) => rows.filter((r) => r.exercise === id)),
	};
}
