import { RUN_MILLISECONDS, sharedExercise, Threads } from "@markpen/threads";
import { EXIT } from "../call.ts";
import { readExerciseFile } from "../exercise-file.ts";
import { print, printJson } from "../formats/terminal.ts";
import { handedIn } from "../handed-in.ts";
import { type LanguageCall, readProgram } from "../language.ts";

export interface AlikeOptions extends LanguageCall {
	readonly exercise: string;
	readonly json?: boolean;
}

/** Lists pairs of programs that are much closer than the exercise's usual: a pointer for a person, never a verdict. */
export async function alikeCommand(paths: readonly string[], options: AlikeOptions): Promise<number> {
	const exercise = await readExerciseFile(options.exercise);
	const files = await handedIn(paths, exercise.id);
	const sources = await Promise.all(files.map(({ file }) => readProgram(file, options, exercise)));
	const threads = new Threads(1);
	try {
		const found = await threads.run({
			do: "alike",
			exercise: sharedExercise(exercise),
			sources,
			milliseconds: 20 * RUN_MILLISECONDS,
		});
		const pairs = found.map((p) => ({ ...p, one: files[p.one]?.name ?? "", other: files[p.other]?.name ?? "" }));
		if (options.json) printJson({ files: files.length, pairs });
		else if (pairs.length === 0) print(`No two of ${files.length} programs are unusually similar.\n`);
		else {
			const percent = (v: number) => `${Math.round(v * 100)} %`.padStart(5);
			print(
				`${pairs.map((p) => `${p.one} and ${p.other}: drawing ${percent(p.drawing)}, source ${percent(p.source)}`).join("\n")}\nCompare them side by side before you decide anything.\n`,
			);
		}
		return EXIT.met;
	} finally {
		await threads.close();
	}
}
