// Makes demo/pool.yaml: programs for the demo's exercises, right ones written in many ways and ones with one mistake
// each, as trying an exercise makes them. Of the free scene, where each student draws a picture of their own, they are
// put together from parts. The exercises of 8 Curlew and 8 Gannet in
// other languages than Nib have theirs in demo/curlew and demo/gannet.
// node setup/demo-pool.mjs [ID ...]: makes again only the exercises named, and leaves the others as they are.
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { parse, stringify } from "yaml";
import { LanguageLoader, mark, modelOf, readExercise, tryExercise } from "../core/dist/index.js";
import { INTERPRETERS } from "../threads/dist/index.js";
import { build } from "./build.mjs";
import { scenes } from "./demo-scenes.mjs";
import { main, ROOT } from "./run.mjs";

/** Programs kept of each exercise: enough for three classes without two alike. */
const MAX_PROGRAMS = { right: 12, mistaken: 26 };

/** Free scenes, and how many of them lack something. */
const FREE = { "harbour-scene": { right: 24, mistaken: 18 } };

const LOADER = new LanguageLoader(INTERPRETERS);

await main(async () => {
	await build();
	await pool("demo/exercises", "demo/pool.yaml", await LOADER.ready(["nib"]));
	await pool("demo/curlew", "demo/curlew/pool.yaml", await LOADER.ready(["nib", "javascript", "svg"]));
	await pool("demo/gannet", "demo/gannet/pool.yaml", await LOADER.ready(["nib", "python"]));
});

/** Makes the programs of a folder's exercises. */
async function pool(from, to, languages) {
	const file = join(ROOT, to);
	const named = process.argv.slice(2);
	const before = existsSync(file) ? parse(readFileSync(file, "utf8")) : {};
	const pool = {};
	const folder = join(ROOT, from);
	for (const name of readdirSync(folder).filter((n) => n.endsWith(".exercise.yaml"))) {
		const { exercise } = readExercise(readFileSync(join(folder, name), "utf8"));
		if (named.length > 0 && !named.includes(exercise.id)) {
			pool[exercise.id] = before[exercise.id];
			continue;
		}
		const { language } = modelOf(exercise);
		const full = (source) =>
			mark(source, exercise, { languages, language }).criteria.every((c) => c.verdict === "met" || c.waits);
		if (FREE[exercise.id]) {
			const { right, mistaken } = scenes(FREE[exercise.id]);
			pool[exercise.id] = { right: right.filter(full), mistaken: mistaken.filter((source) => !full(source)) };
			continue;
		}
		const trial = tryExercise(exercise, languages);
		const right = trial.rewritings.filter((r) => full(r.source)).slice(0, MAX_PROGRAMS.right);
		const seen = new Set();
		const mistaken = trial.alterations
			.filter((a) => a.missed.length > 0 && a.missed.length <= 4 && !seen.has(a.id) && seen.add(a.id))
			.slice(0, MAX_PROGRAMS.mistaken);
		pool[exercise.id] = { right: right.map((r) => r.source), mistaken: mistaken.map((a) => a.source) };
		process.stdout.write(`${exercise.id}: ${right.length} right, ${mistaken.length} with a mistake\n`);
	}
	writeFileSync(
		file,
		`# Made by setup/demo-pool.mjs from the exercises' models: programs for the classes beside those of programs.yaml.\n${stringify(pool, { lineWidth: 0 })}`,
	);
}
