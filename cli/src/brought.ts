import { criteriaIn, type ExerciseFile, optionsOf, type Submission } from "@markpen/core";
import { parse } from "yaml";
import { WrongCall } from "./call.ts";
import { readSource } from "./files.ts";
import { type LanguageCall, readProgram } from "./language.ts";

/** What the service knows of a student beside the program: given as files, so that criteria over tries can be tried. */
export interface BroughtFiles extends LanguageCall {
	/** The student's last try. */
	readonly last?: string;
	/** The hand-in that the exercise continues from. */
	readonly continues?: string;
	/** The student's answers to questions, by criterion id. */
	readonly answers?: string;
}

/** Reads what comes with a program. Throws WrongCall with what to do where a file doesn't fit the exercise. */
export async function submissionOf(files: BroughtFiles, exercise: ExerciseFile): Promise<Submission> {
	const { last, continues, answers } = files;
	return {
		...(last && { lastTry: await readProgram(last, files, exercise) }),
		...(continues && {
			earlier: { [earlierOf(exercise)]: await readProgram(continues) },
		}),
		...(answers && { answers: answersOf(answers, await readSource(answers), exercise) }),
	};
}

/** The exercise whose hand-in a program continues from, or is compared with. */
function earlierOf({ id, continues, criteria }: ExerciseFile): string {
	const compared = criteriaIn(criteria).flatMap((asked) => {
		const to = optionsOf(asked, "likeness")?.to;
		return typeof to === "object" ? [to["own hand-in of"]] : [];
	});
	const key = continues ?? compared[0];
	if (key === undefined) throw new WrongCall(`The exercise ${id} continues no other exercise. Leave out --continues.`);
	return key;
}

function answersOf(path: string, text: string, { criteria }: ExerciseFile): Readonly<Record<string, string>> {
	let given: unknown;
	try {
		given = parse(text, { logLevel: "error", maxAliasCount: 0 });
	} catch (error) {
		throw new WrongCall(`${path} can't be read: ${error instanceof Error ? error.message : String(error)}`);
	}
	if (given === null || typeof given !== "object" || Array.isArray(given))
		throw new WrongCall(`${path} needs one line for each answer, like "how-many: 12".`);
	const asked = new Set(criteriaIn(criteria).flatMap((c) => (c.check === "answer" ? [c.id] : [])));
	return Object.fromEntries(
		Object.entries(given).map(([id, answer]) => {
			if (!asked.has(id))
				throw new WrongCall(
					`${path}: the exercise has no question with the id ${id}. Its ids: ${[...asked].join(", ") || "none"}.`,
				);
			return [id, String(answer)];
		}),
	);
}
