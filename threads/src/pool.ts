import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import type { ExerciseFile } from "@markpen/core";
import { Piscina } from "piscina";
import { Begun } from "./begun.ts";
import type { ThreadSettings } from "./priority.ts";
import type { Result, SharedExercise, Task } from "./task.ts";

/** How much longer than a program may run a thread may take to answer, where its pool doesn't say. */
const GRACE_MILLISECONDS = 1_000;

/** How long a thread may take to load what a task needs: the interpreter of a language, on a machine that is busy. */
const LOADING_MILLISECONDS = 60_000;

/** Exercises as threads are sent them, each made once. */
class SharedExercises {
	private readonly made = new WeakMap<ExerciseFile, SharedExercise>();
	private count = 0;

	of(exercise: ExerciseFile): SharedExercise {
		const known = this.made.get(exercise);
		if (known) return known;
		const bytes = new TextEncoder().encode(JSON.stringify(exercise));
		const text = new SharedArrayBuffer(bytes.length);
		new Uint8Array(text).set(bytes);
		const shared = { number: ++this.count, text };
		this.made.set(exercise, shared);
		return shared;
	}
}

const EXERCISES = new SharedExercises();

/** An exercise as threads are sent it. */
export const sharedExercise = (exercise: ExerciseFile): SharedExercise => EXERCISES.of(exercise);

/** Why a task gave no result. */
export class ThreadLost extends Error {
	override readonly name = "ThreadLost";
	/** "time": it didn't answer and was ended. "died": it ended by itself. */
	readonly why: "time" | "died";
	constructor(why: "time" | "died", cause?: unknown) {
		super(why === "time" ? "the thread didn't answer in time and was ended" : "the thread died", { cause });
		this.why = why;
	}
}

export interface PoolOptions {
	/** The module that a thread runs: its default export gets each task. */
	readonly file: URL;
	/** The greatest number of threads. */
	readonly size: number;
	/** How many of them start at once, and don't end when they idle. */
	readonly ready: number;
	/** Nice value of the threads, 0 to 19; default 0. */
	readonly nice?: number | undefined;
}

/** Threads under limits of time and memory. Callers send no more tasks than {@link size} at once. */
export class ThreadPool {
	readonly size: number;
	private readonly pool: Piscina;

	constructor({ file, size, ready, nice = 0 }: PoolOptions) {
		this.size = size;
		this.pool = new Piscina({
			filename: file.href,
			minThreads: ready,
			maxThreads: size,
			idleTimeout: 60_000,
			concurrentTasksPerWorker: 1,
			workerData: { nice } satisfies ThreadSettings,
			resourceLimits: { maxOldGenerationSizeMb: 384, maxYoungGenerationSizeMb: 64, stackSizeMb: 8 },
		});
	}

	/**
	 * Runs a task; throws {@link ThreadLost} if its thread times out or dies.
	 *
	 * @param begun shared memory in which the thread notes its start, after loading; its time is counted from then
	 */
	async send(task: unknown, milliseconds: number, begun?: Begun): Promise<unknown> {
		const aborter = new AbortController();
		const asked = Date.now();
		const late = () => {
			const since = begun?.at();
			const end = since === undefined ? asked + LOADING_MILLISECONDS : since + milliseconds;
			const left = begun ? end - Date.now() : 0;
			if (left > 0) timer = setTimeout(late, Math.min(left, milliseconds));
			else aborter.abort();
		};
		let timer = setTimeout(late, milliseconds);
		try {
			return await this.pool.run(task, { signal: aborter.signal });
		} catch (error) {
			if (aborter.signal.aborted) throw new ThreadLost("time", error);
			if (
				error instanceof Error &&
				/terminat|ERR_WORKER|out of memory/i.test(`${error.message} ${(error as NodeJS.ErrnoException).code ?? ""}`)
			)
				throw new ThreadLost("died", error);
			throw error;
		} finally {
			clearTimeout(timer);
		}
	}

	/** Ends all threads. */
	async close(): Promise<void> {
		await this.pool.destroy();
	}
}

/** The module of the threads: its bundle, where the build has made one, starts in a fraction of the time. */
const BUNDLED = new URL("./bundled/thread.js", import.meta.url);
const THREAD = existsSync(BUNDLED) ? BUNDLED : new URL("./thread.js", import.meta.url);

/** Threads that run students' programs. */
export class Threads extends ThreadPool {
	private readonly grace: number;

	/**
	 * @param size the greatest number of threads; one per core by default
	 * @param ready number of threads to start at once; all by default
	 * @param more how far they give way to others (nice), not at all by default; and how much longer than a program may
	 *   run, on a core, a thread may take to answer, by the clock on the wall in milliseconds
	 */
	constructor(
		size = availableParallelism(),
		ready = size,
		{ nice = 0, grace = GRACE_MILLISECONDS }: { readonly nice?: number; readonly grace?: number } = {},
	) {
		super({ file: THREAD, size, ready, nice });
		this.grace = grace;
	}

	/** Runs a task; throws {@link ThreadLost} if its thread is ended or dies. */
	async run<T extends Task>(task: T): Promise<Result<T>> {
		// What a run has drawn by then is kept: it ends before its thread is ended.
		const wall = task.milliseconds + this.grace - GRACE_MILLISECONDS;
		const begun = new Begun();
		return (await this.send(
			{ wall, begun: begun.shared, ...task },
			task.milliseconds + this.grace,
			begun,
		)) as Result<T>;
	}
}
