import type { LanguageId } from "@markpen/core";
import { interpreterFiles } from "./interpreters.ts";
import type { Answers, Interpreter, WorkerAnswer, WorkerRequest } from "./messages.ts";

/** After this long a worker that doesn't answer is ended; its own clock stops each run a second earlier. */
const PATIENCE = 6_500;

type Asked<D extends keyof Answers> = Omit<Extract<WorkerRequest, { do: D }>, "turn" | "do">;

/** An interpreter that is being loaded. */
export interface Loading {
	readonly language: LanguageId;
	/** The share of its files that is there, from 0 to 1; 1 while it starts. */
	readonly share: number;
	/** Set where its files couldn't be fetched. */
	readonly failed: boolean;
}

/** Runs programs in a worker of their own. */
export class Runner {
	/** Called with each step of loading an interpreter; undefined once it is ready. */
	onloading?: (loading: Loading | undefined) => void;
	private worker: Worker | undefined;
	private turn = 0;
	/** Whether an interpreter is being loaded, which takes as long as it takes. */
	private loads = false;

	/** Fetches the interpreter that a worker wants, and hands it over. */
	private async bring(worker: Worker, interpreter: LanguageId): Promise<void> {
		this.loads = true;
		const tell = (share: number, failed = false) => {
			if (this.worker === worker) this.onloading?.({ language: interpreter, share, failed });
		};
		let isOver = false;
		// One file may still arrive when another can't be fetched.
		const files = await interpreterFiles(interpreter, (share) => isOver || tell(share));
		isOver = true;
		if (files) tell(1);
		else {
			tell(0, true);
			this.loads = false;
		}
		worker.postMessage({ interpreter, files } satisfies Interpreter, files ? files.map((f) => f.buffer) : []);
	}

	private ready(): Worker {
		if (!this.worker) {
			const worker = new Worker(new URL("./drawing-worker.ts", import.meta.url), {
				type: "module",
				name: "drawing-worker",
			});
			worker.addEventListener("message", ({ data }: MessageEvent<WorkerAnswer>) => {
				if ("wants" in data) void this.bring(worker, data.wants);
				else if ("has" in data && this.worker === worker) {
					this.loads = false;
					this.onloading?.(undefined);
				}
			});
			this.worker = worker;
		}
		return this.worker;
	}

	/** Loads the worker before it is needed. */
	warm(): void {
		this.ready();
	}

	/** Asks for something; undefined if the worker had to be ended and what it had is lost. */
	ask<D extends keyof Answers>(what: D, of: Asked<D>, patience = PATIENCE): Promise<Answers[D] | undefined> {
		const worker = this.ready();
		const turn = ++this.turn;
		return new Promise((resolve) => {
			const give = (answer: Answers[D] | undefined) => {
				clearTimeout(timer);
				worker.removeEventListener("message", listen);
				worker.removeEventListener("error", fail);
				resolve(answer);
			};
			const listen = ({ data }: MessageEvent<WorkerAnswer>) => {
				if ("turn" in data && data.turn === turn) give("answer" in data ? (data.answer as Answers[D]) : undefined);
			};
			const fail = () => {
				this.end();
				give(undefined);
			};
			// The time of a run begins once its interpreter is there.
			const late = () => {
				if (this.loads && this.worker === worker) timer = setTimeout(late, patience);
				else fail();
			};
			let timer = setTimeout(late, patience);
			worker.addEventListener("message", listen);
			worker.addEventListener("error", fail);
			worker.postMessage({ turn, do: what, ...of });
		});
	}

	end(): void {
		this.worker?.terminate();
		this.worker = undefined;
		this.loads = false;
	}
}
