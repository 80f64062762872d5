// Makes the page on the library, with what each exercise's model draws.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import {
	conditionsOf,
	LanguageLoader,
	languageOf,
	modelOf,
	pictureOf,
	readCollection,
	readExercise,
	runUnder,
	svgOf,
	tapeOf,
} from "../core/dist/index.js";
import { INTERPRETERS } from "../threads/dist/index.js";
import { ROOT } from "./run.mjs";

const LIBRARY = join(ROOT, "library");
const LANGUAGES = await new LanguageLoader(INTERPRETERS).ready(["nib", "python", "javascript", "svg"]);
const LEVELS = ["beginners", "getting on", "confident", "challenging"];

function read(path, reader) {
	const reading = reader(readFileSync(path, "utf8"));
	if (!reading.ok) throw new Error(`${path}: ${JSON.stringify(reading.problems)}`);
	return reading;
}

/** The collections in their order, each with its exercises. */
const collections = () =>
	readdirSync(LIBRARY)
		.filter((name) => name.endsWith(".collection.yaml"))
		.sort()
		.map((name) => {
			const { collection } = read(join(LIBRARY, name), readCollection);
			const folder = join(LIBRARY, name.replace(".collection.yaml", ""));
			const exercises = collection.exercises.map(
				(id) => read(join(folder, `${id}.exercise.yaml`), readExercise).exercise,
			);
			return { collection, exercises };
		});

/** What each model draws, in the last of its frames. */
export function libraryPictures() {
	return Object.fromEntries(
		collections()
			.flatMap(({ exercises }) => exercises)
			.map((exercise) => [
				`docs/pictures/library/${exercise.id}.svg`,
				() => {
					const { source, language } = modelOf(exercise);
					const under = runUnder(conditionsOf(exercise));
					return svgOf(pictureOf(tapeOf(source, { ...under, language: languageOf(LANGUAGES, language) })));
				},
			]),
	);
}

const row = ({ id, title, level, minutes, teaches }) =>
	`| ${[
		`<img src="pictures/library/${id}.svg" width="160" alt="">`,
		`**${title}** (\`${id}\`)`,
		LEVELS[level - 1],
		minutes,
		teaches.join(", "),
	].join(" | ")} |`;

/** Every exercise of the library with its picture. */
export function libraryPage() {
	const head = ["| | exercise | level | minutes | teaches |", "|---|---|---|---|---|"];
	const parts = collections().map(({ collection: { title, brief }, exercises }) =>
		[`## ${title}`, "", brief.trim(), "", ...head, ...exercises.map(row), ""].join("\n"),
	);
	return `# The library

52 exercises come with Mark Pen, in nine collections, and are on every site from the start. The page *Exercises*
searches them by words, topic, level and time. Teachers set an exercise unchanged, or change a copy of it. A new version of the
product brings new versions of exercises; assignments and copies keep theirs. Made by \`npm run docs\` from [library](../library).

Each exercise has a model, hints in three steps, and three trial programs: one right in another way, one with a mistake
whose cause is found, and one unusual. *Test exercise* changes the models: at least 95 % of the changes are noticed, and
no right drawing loses points. A test holds both.

${parts.join("\n")}`;
}
