import {
	type ExerciseFile,
	type Explained,
	firstLanguage,
	forgiven,
	type LanguageId,
	type Limits,
	lostRunReport,
	type Report,
	type SourceText,
	type Submission,
} from "@markpen/core";
import { EXPLAIN_MILLISECONDS, RUN_MILLISECONDS } from "./clock.ts";
import { packedMark } from "./packed-mark.ts";
import { sharedExercise, ThreadLost, type Threads } from "./pool.ts";
import type { Marked, PackedMark, Result, Task } from "./task.ts";

/** Options of a check. */
export interface CheckOptions {
	readonly limits?: Limits;
	/** What comes with the program: answers, judgements, earlier work. */
	readonly submission?: Submission;
	/** What the program is written in: the exercise's first language by default. */
	readonly language?: LanguageId | undefined;
}

/**
 * Marks a program in a thread. If a thread dies, the program runs once more; if that fails too, the report says so.
 * Every hand-in gets a report.
 */
export async function check(
	threads: Threads,
	source: string,
	exercise: ExerciseFile,
	options: CheckOptions = {},
): Promise<Report> {
	return (await checkWithTape(threads, source, exercise, { ...options, tape: false })).report;
}

/** Checks as {@link check} does, and gives the tape too where it isn't too large and `tape` asks for it. */
export async function checkWithTape(
	threads: Threads,
	source: string,
	exercise: ExerciseFile,
	{ tape = true, ...options }: CheckOptions & { readonly tape?: boolean } = {},
): Promise<Marked> {
	return tried(threads, { ...taskOf(source, exercise, options), tape }, (of) => of, exercise);
}

/** Checks as {@link checkWithTape} does, and gives the report as text with its summary: to be stored. */
export async function checkPacked(
	threads: Threads,
	source: string,
	exercise: ExerciseFile,
	options: CheckOptions = {},
): Promise<PackedMark> {
	return tried(threads, { ...taskOf(source, exercise, options), tape: true, packed: true }, packedMark, exercise);
}

type MarkTask = Extract<Task, { do: "mark" }>;

const taskOf = (source: string, exercise: ExerciseFile, { limits, submission, language }: CheckOptions) =>
	({
		do: "mark",
		source,
		exercise: sharedExercise(exercise),
		milliseconds: RUN_MILLISECONDS,
		...(limits && { limits }),
		...(submission && { submission }),
		...(language && { language }),
	}) satisfies MarkTask;

/** Marks a program, twice if its thread dies. @param as makes the result of one that is lost */
async function tried<T extends MarkTask>(
	threads: Threads,
	task: T,
	as: (lost: Marked) => Result<T>,
	exercise: ExerciseFile,
): Promise<Result<T>> {
	const begun = performance.now();
	const lost = (code: Parameters<typeof lostRunReport>[1]) =>
		as({ report: lostRunReport(exercise, code), tape: null, milliseconds: performance.now() - begun });
	for (let tries = 1; ; tries++) {
		try {
			return await threads.run(task);
		} catch (error) {
			if (!(error instanceof ThreadLost)) throw error;
			if (error.why === "time") {
				// Programs in Nib end themselves.
				const counts = (task.language ?? firstLanguage(exercise)) !== "nib";
				return (counts ? await upToItsLastCall(threads, task) : undefined) ?? lost("limit-time-lost");
			}
			if (tries === 2) return lost("thread-died");
		}
	}
}

/** How long a program that had to be ended from outside runs again while its calls are counted. */
const COUNTING_MILLISECONDS = 4_000;

/**
 * The report of a program that was stopped from outside, with its drawing until then. The program runs again with its
 * calls counted until it is stopped again, then up to its last call. Undefined if it made no call, or if that fails
 * too.
 */
async function upToItsLastCall<T extends MarkTask>(threads: Threads, task: T): Promise<Result<T> | undefined> {
	const counted = new SharedArrayBuffer(4);
	const attempt = async (of: T) => {
		try {
			return await threads.run(of);
		} catch (error) {
			if (!(error instanceof ThreadLost)) throw error;
			return undefined;
		}
	};
	const whole = await attempt({ ...task, counted, milliseconds: COUNTING_MILLISECONDS });
	if (whole) return whole;
	const calls = Atomics.load(new Int32Array(counted), 0);
	return calls > 0 ? attempt({ ...task, calls }) : undefined;
}

/** Explained where nothing could be found out: no cause, and nothing that may be. */
const UNEXPLAINED: Explained = Object.freeze({ causes: [], slips: [] });

/** The causes of what a program misses. A thread that is lost with the search has found none. */
export async function explainMissed(
	threads: Threads,
	source: string,
	exercise: ExerciseFile,
	{ limits, submission, language }: CheckOptions = {},
): Promise<Explained> {
	try {
		return await threads.run({
			do: "explain",
			source,
			exercise: sharedExercise(exercise),
			milliseconds: EXPLAIN_MILLISECONDS,
			...(limits && { limits }),
			...(submission && { submission }),
			...(language && { language }),
		});
	} catch (error) {
		if (!(error instanceof ThreadLost)) throw error;
		return UNEXPLAINED;
	}
}

/**
 * Marks several programs one after the other in a thread. Where the thread is lost with one of them, each is marked
 * alone, so that the others keep their reports.
 *
 * @param options whether the drawings needn't be read back, and what comes with each program
 */
export async function checkMany(
	threads: Threads,
	sources: readonly SourceText[],
	exercise: ExerciseFile,
	options: { readonly bare: boolean; readonly causes?: boolean; readonly submission?: Submission },
): Promise<readonly Report[]> {
	const { bare, causes = false, submission } = options;
	try {
		return await threads.run({
			do: "mark-many",
			sources,
			exercise: sharedExercise(exercise),
			bare,
			causes,
			...(submission && { submission }),
			milliseconds: causes ? (1 + sources.length) * EXPLAIN_MILLISECONDS : 2 * RUN_MILLISECONDS,
		});
	} catch (error) {
		if (!(error instanceof ThreadLost)) throw error;
		const reports: Report[] = [];
		for (const { source, language } of sources) {
			const of = { language, ...(submission && { submission }) };
			const report = await check(threads, source, exercise, of);
			const found = causes ? await explainMissed(threads, source, exercise, of) : {};
			reports.push(forgiven({ ...report, ...found }, exercise));
		}
		return reports;
	}
}
