import { ThreadLost, ThreadPool } from "@markpen/threads";
import pLimit from "p-limit";
import { Refusal, type RefusalCode } from "../refusals.ts";
import { TASKS, type TaskAnswer, type TaskInput, type TaskName, type TaskResult } from "./tasks.ts";

/** Threads of the web process for what may take long. */
const THREADS = 2;
/** How far they give way: to the web server itself, and to checks that somebody waits for. */
const NICE = 5;
/** Tasks that wait for a thread at the most, of all people and of one. */
const MAX_WAITING = { all: 40, each: 6 } as const;
/** How long a thread may take to load. */
const LOAD_MILLISECONDS = 60_000;
/** How much later than a task's time its thread is ended: one that took an ended one's place loads first. */
const GRACE_MILLISECONDS = 2_000;
/** Seconds after which somebody may try again where too much waits. */
const AGAIN_SECONDS = 2;

/** What a refusal says of a task that took too long or too much memory. */
const TOO_COSTLY: Readonly<Record<TaskName, string>> = {
	readExercise: "Reading this file takes longer than the service allows. Make it shorter, or part it in two.",
	readCollection: "Reading this file takes longer than the service allows. Make it shorter, or part it in two.",
	prepareExercise:
		"Reading this exercise and drawing its model takes longer than the service allows. Make the model do less.",
	unzip: "Unpacking this zip takes longer than the service allows. Pack fewer files, and send the others after.",
	readOneRoster: "Reading these lists takes longer than the service allows. Send fewer classes at once.",
	readRoster: "Reading this list takes longer than the service allows. Part it in two.",
	readArchive: "Reading this archive takes longer than the service allows.",
	renderPng: "This drawing has too much on it to be made into a PNG. Take the SVG.",
};

/**
 * Does in threads what would hold the web process: reading what a person sent at length, drawing, rendering. Who asks
 * for too much at once is refused, so that others don't wait for it; the time spent waiting for a thread isn't
 * counted as the task's.
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
	 * @param who the account that it is for
	 * @throws {Refusal} what the task refuses; `busy` where too much waits; `too-costly` where it takes too long
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

	/** Loads the threads, so that the first who needs one doesn't pay for that with the task's time. */
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
