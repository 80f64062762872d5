import { ThreadLost, ThreadPool } from "@markpen/threads";
import pLimit from "p-limit";
import { Refusal, type RefusalCode } from "../refusals.ts";
import { TASKS, type TaskAnswer, type TaskInput, type TaskName, type TaskResult } from "./tasks.ts";

/** Number of threads of the web process for long tasks. */
const THREADS = 2;
/** Their nice value: below the web server and urgent checks. */
const NICE = 5;
/** Largest number of waiting tasks, in total and per account. */
const MAX_WAITING = { all: 40, each: 6 } as const;
/** How long a thread may take to load. */
const LOAD_MILLISECONDS = 60_000;
/** Extra time before a thread is terminated: a replacement thread has to load first. */
const GRACE_MILLISECONDS = 2_000;
/** Retry-After in seconds when too many tasks wait. */
const AGAIN_SECONDS = 2;

/** Messages for tasks that took too much time or memory. */
const TOO_COSTLY: Readonly<Record<TaskName, string>> = {
	readExercise: "This file takes too long to read. Make it shorter, or split it in two.",
	readCollection: "This file takes too long to read. Make it shorter, or split it in two.",
	prepareExercise: "This exercise's model takes too long to draw. Simplify the model.",
	unzip: "This zip file takes too long to unpack. Send fewer files at a time.",
	readOneRoster: "These lists take too long to read. Send fewer classes at a time.",
	readRoster: "This list takes too long to read. Split it in two.",
	readArchive: "This archive takes too long to read.",
	renderPng: "This drawing is too large for a PNG. Use the SVG.",
};

/**
 * Runs tasks in threads that would block the web process: parsing large input, drawing, rendering. Too many tasks of
 * one account are refused so that others don't wait; waiting for a thread doesn't count as the task's time.
 */
export class Offload {
	private readonly pool = new ThreadPool({
		file: new URL("./thread.js", import.meta.url),
		size: THREADS,
		ready: THREADS,
		nice: NICE,
	});
	private readonly limit = pLimit(THREADS);
	private readonly perPerson = new Map<string, number>();

	/**
	 * @param who the account of the task @throws {Refusal} the task's own refusals; `busy` if too many tasks wait;
	 * `too-costly` if it takes too long
	 */
	async run<N extends TaskName>(name: N, who: string, input: TaskInput<N>): Promise<TaskResult<N>> {
		const mine = this.perPerson.get(who) ?? 0;
		if (this.limit.pendingCount >= MAX_WAITING.all || mine >= MAX_WAITING.each)
			throw new Refusal("busy", undefined, undefined, AGAIN_SECONDS);
		this.perPerson.set(who, mine + 1);
		try {
			return await this.limit(() => this.carryOut(name, input));
		} finally {
			const left = (this.perPerson.get(who) ?? 1) - 1;
			if (left === 0) this.perPerson.delete(who);
			else this.perPerson.set(who, left);
		}
	}

	/** Loads the threads in advance, so that the first task doesn't spend its time on it. */
	async warm(): Promise<void> {
		const source = { name: "readCollection", input: { source: "" } } as const;
		await Promise.all(Array.from({ length: THREADS }, () => this.pool.send(source, LOAD_MILLISECONDS)));
	}

	private async carryOut<N extends TaskName>(name: N, input: TaskInput<N>): Promise<TaskResult<N>> {
		let answer: TaskAnswer;
		try {
			answer = (await this.pool.send({ name, input }, TASKS[name].milliseconds + GRACE_MILLISECONDS)) as TaskAnswer;
		} catch (error) {
			if (error instanceof ThreadLost) throw new Refusal("too-costly", TOO_COSTLY[name]);
			throw error;
		}
		if ("value" in answer) return answer.value as TaskResult<N>;
		const { code, message, errors } = answer.refused;
		throw new Refusal(code as RefusalCode, message, errors);
	}

	close(): Promise<void> {
		return this.pool.close();
	}
}
