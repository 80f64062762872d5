import { mkdir } from "node:fs/promises";
import { join } from "node:path";
import {
	alterationWords,
	conditionsOf,
	type ExerciseFile,
	modelOf,
	pictureOf,
	rewritingWords,
	runUnder,
	sentenceOf,
	svgOf,
	type Trial,
	tapeOf,
	trialDoubt,
	trialProblem,
} from "@markpen/core";
import { RUN_MILLISECONDS, sharedExercise, Threads } from "@markpen/threads";
import { EXIT } from "../call.ts";
import { readExerciseFile } from "../exercise-file.ts";
import { save } from "../files.ts";
import { coloursFor } from "../formats/colours.ts";
import { print, printJson } from "../formats/terminal.ts";
import { trialText } from "../formats/trial.ts";
import { endingOfLanguage, loadedLanguage } from "../language.ts";

export interface TryOptions {
	readonly out?: string;
	readonly json?: boolean;
}

/** A trial makes about a hundred runs. */
const TRIAL_MILLISECONDS = 20 * RUN_MILLISECONDS;

/** Tries an exercise: its model, programs that should earn nothing, changed models and rewritten ones. */
export async function tryCommand(path: string, options: TryOptions): Promise<number> {
	const exercise = await readExerciseFile(path);
	const threads = new Threads(1);
	let trial: Trial;
	let figures: readonly { readonly sentence: string }[];
	try {
		trial = await threads.run({ do: "try", exercise: sharedExercise(exercise), milliseconds: TRIAL_MILLISECONDS });
		({ figures } = await threads.run({
			do: "draw",
			source: modelOf(exercise).source,
			language: modelOf(exercise).language,
			conditions: conditionsOf(exercise),
			milliseconds: RUN_MILLISECONDS,
		}));
	} finally {
		await threads.close();
	}
	const unseen = trial.alterations.filter((a) => a.missed.length === 0 && a.free === null);
	const punished = trial.rewritings.filter((r) => r.lost.length > 0);
	if (options.out) await pictures(options.out, exercise, unseen, punished);
	const sentences = {
		figures: figures.map((f) => f.sentence),
		asks: exercise.criteria.map(sentenceOf),
		wrong: trial.wrong.map(trialProblem),
		doubts: trial.doubts.map(trialDoubt),
		unseen: unseen.map((a) => `${alterationWords(a.id)}${a.line > 0 ? `, line ${a.line}` : ""}`),
		punished: punished.map((r) => `${rewritingWords(r.id)}: ${r.lost.join(", ")}`),
	};
	if (options.json) printJson({ exercise: exercise.id, ...trial });
	else print(`${trialText({ path, title: exercise.title }, trial, sentences, coloursFor(process.stdout))}\n`);
	return trial.wrong.length === 0 && unseen.length === 0 && punished.length === 0 ? EXIT.met : EXIT.missed;
}

/**
 * Writes the model, unnoticed mistakes and right solutions that lose points into a folder, as pictures and programs.
 */
async function pictures(
	folder: string,
	exercise: ExerciseFile,
	unseen: Trial["alterations"],
	punished: Trial["rewritings"],
): Promise<void> {
	await mkdir(folder, { recursive: true });
	const all = [
		{ name: "model", source: modelOf(exercise).source },
		...unseen.map((a, i) => ({ name: `unseen-${i + 1}-${a.id}`, source: a.source })),
		...punished.map((r, i) => ({ name: `punished-${i + 1}-${r.id}`, source: r.source })),
	];
	const { language: id } = modelOf(exercise);
	const language = await loadedLanguage(id);
	for (const { name, source } of all) {
		const tape = tapeOf(source, { ...runUnder(conditionsOf(exercise)), language });
		await save(join(folder, `${name}${endingOfLanguage(id)}`), source);
		if (tape) await save(join(folder, `${name}.svg`), svgOf(pictureOf(tape)));
	}
}
