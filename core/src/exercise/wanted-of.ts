import { parseColour } from "../colour/colour.ts";
import { FAMILIES } from "../colour/family.ts";
import { CLASS_LIMITS, type Limits, type Stop } from "../limits/limits.ts";
import type { RunSettings } from "../marking/runs.ts";
import { References, type Wanted } from "../marking/wanted.ts";
import type { ExerciseFile } from "./schema.ts";

const KNOWN = new WeakMap<ExerciseFile, Wanted>();

/** What an exercise is marked by; made once for each file that was read. */
export function wantedOf(file: ExerciseFile): Wanted {
	let wanted = KNOWN.get(file);
	if (!wanted) {
		wanted = {
			figures: new Map(Object.entries(file.figures)),
			criteria: file.criteria,
			exactness: file.tolerance,
			model: file.model,
			starter: file.starter,
			example: file.example?.program,
			seeds: file.run?.seeds ?? [],
			beyondFull: file.bonus === "beyond full",
			references: new References(),
		};
		KNOWN.set(file, wanted);
	}
	return wanted;
}

/** How programs of an exercise are run. */
export function settingsOf(file: ExerciseFile, { seed, limits, stop }: { seed?: number | undefined; limits?: Limits | undefined; stop?: Stop | undefined } = {}): RunSettings {
	const paper = file.sheet?.paper;
	return {
		seed: seed ?? file.run?.seeds?.[0] ?? 1,
		sheet: file.sheet && { width: file.sheet.width, height: file.sheet.height, origin: file.sheet.origin },
		paper: paper === undefined ? undefined : paperOf(paper),
		frames: file.run?.frames,
		limits: { ...(limits ?? CLASS_LIMITS), ...(file.run?.steps && { steps: file.run.steps }) },
		stop,
	};
}

/** A paper's colour; a family stands for the CSS colour of its name. */
function paperOf(word: string): number {
	return parseColour(FAMILIES.includes(word as never) && parseColour(word) === undefined ? "white" : word) ?? 0xffffffff;
}

/** Statements that an exercise leaves out of the language. */
export function leftOutOf(file: ExerciseFile): readonly string[] {
	return file.statements?.without ?? [];
}
