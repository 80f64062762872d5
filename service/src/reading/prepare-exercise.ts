import {
	conditionsOf,
	type ExerciseFile,
	type FileProblem,
	pictureOf,
	readExercise,
	runUnder,
	svgOf,
	tapeOf,
} from "@markpen/core";

/** What is worked out of an exercise's file once, when it is published. */
export interface PreparedExercise {
	/** The exercise as JSON. */
	readonly file: string;
	/** What its model draws, as SVG. */
	readonly modelSvg: string;
	/** What its example draws, as SVG; null where it has none. */
	readonly exampleSvg: string | null;
}

export type Prepared =
	| { readonly ok: true; readonly exercise: ExerciseFile; readonly prepared: PreparedExercise }
	| { readonly ok: false; readonly problems: readonly FileProblem[] };

/** How long a teacher's own program may draw for its picture. */
const DRAW_MILLISECONDS = 2_000;

function svgBy(program: string, exercise: ExerciseFile): string {
	const end = performance.now() + DRAW_MILLISECONDS;
	// What is left out is left out for students: a teacher's own program may use it.
	const conditions = { ...runUnder(conditionsOf(exercise), { stop: () => performance.now() > end }), without: [] };
	const tape = tapeOf(program, conditions);
	return tape ? svgOf(pictureOf(tape)) : "";
}

/** Reads an exercise's file and draws its pictures. */
export function prepareExercise({ source }: { readonly source: string }): Prepared {
	const reading = readExercise(source);
	if (!reading.ok) return reading;
	const { exercise } = reading;
	return {
		ok: true,
		exercise,
		prepared: {
			file: JSON.stringify(exercise),
			modelSvg: svgBy(exercise.model, exercise),
			exampleSvg: exercise.example ? svgBy(exercise.example.program, exercise) : null,
		},
	};
}
