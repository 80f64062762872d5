import { type Conditions, type Given, givenProblem, type LanguageId, type SourceText } from "@markpen/core";
import { WrongCall } from "./call.ts";
import { type LanguageCall, loadedLanguage } from "./language.ts";

/** How a program is to be run, as a call says it. */
export interface RunCall extends LanguageCall {
	readonly seed?: number;
	readonly frames?: number;
	/** A file of an exercise under whose conditions it is run. */
	readonly exercise?: string;
	/** NAME=VALUE each. */
	readonly let?: readonly string[];
}

function valueOf(text: string): number | string | boolean {
	if (text === "true" || text === "false") return text === "true";
	return text.trim() !== "" && Number.isFinite(Number(text)) ? Number(text) : text;
}

/**
 * What a run is asked for. Throws {@link WrongCall} for a value that the program has no name for, and for an exercise
 * file that can't be read.
 */
export async function runOf(
	{ source, language }: SourceText,
	call: RunCall,
): Promise<{ language: LanguageId; seed?: number; frames?: number; conditions?: Conditions; given?: Given }> {
	const given: Record<string, number | string | boolean> = {};
	for (const pair of call.let ?? []) {
		const [, name, value] = /^([^=]+)=(.*)$/s.exec(pair) ?? [];
		if (name === undefined || value === undefined)
			throw new WrongCall(`--let takes NAME=VALUE, like --let gap=30, and not ${pair}.`);
		given[name.trim()] = valueOf(value);
	}
	const problem =
		Object.keys(given).length > 0 ? givenProblem(source, given, await loadedLanguage(language)) : undefined;
	if (problem)
		throw new WrongCall(
			problem.wanted === undefined
				? `Nothing outside all blocks declares ${problem.of}.`
				: `${problem.of} holds a ${problem.wanted}; --let gives it something else.`,
		);
	const { seed, frames, exercise } = call;
	// What reads such files takes time to load, and isn't needed without one.
	const conditions =
		exercise === undefined ? undefined : await (await import("./exercise-file.ts")).readConditions(exercise);
	return {
		language,
		...(seed !== undefined && { seed }),
		...(conditions && { conditions }),
		...(frames !== undefined && { frames }),
		...(Object.keys(given).length > 0 && { given }),
	};
}
