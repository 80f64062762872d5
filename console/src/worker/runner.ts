import interpreterUrl from "@jitl/quickjs-wasmfile-release-sync/wasm?url";
import type { LanguageId } from "@markpen/core";
import type { Answers, Interpreter, WorkerAnswer, WorkerRequest } from "./messages.ts";

/** After this long a worker that doesn't answer is ended; its own clock stops each run a second earlier. */
const PATIENCE = 6_500;

type Asked<D extends keyof Answers> = Omit<Extract<WorkerRequest, { do: D }>, "turn" | "do">;

/** Fetches the interpreter that a worker wants, and hands it over. */
async function bringInterpreter(worker: Worker, interpreter: LanguageId): Promise<void> {
	const bytes = await fetch(interpreterUrl)
		.then(async (reply) => (reply.ok ? new Uint8Array(await reply.arrayBuffer()) : null))
		.catch(() => null);
	worker.postMessage({ interpreter, bytes } satisfies Interpreter, bytes ? [bytes.buffer] : []);
}

/** Runs programs in a worker of their own. */
export class Runner {
	private worker: Worker | undefined;
	private turn = 0;

	private ready(): Worker {
		if (!this.worker) {
			const worker = new Worker(new URL("./drawing-worker.ts", import.meta.url), {
				type: "module",
				name: "drawing-worker",
			});
			worker.addEventListener("message", ({ data }: MessageEvent<WorkerAnswer>) => {
				if ("wants" in data) void bringInterpreter(worker, data.wants);
			});
			this.worker = worker;
		}
		return this.worker;
	}

	/** Loads the worker before it is needed. */
	warm(): void {
		this.ready();
	}

	/** Asks for something; undefined where the worker had to be ended and what it had is lost. */
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
			const timer = setTimeout(fail, patience);
			worker.addEventListener("message", listen);
			worker.addEventListener("error", fail);
			worker.postMessage({ turn, do: what, ...of });
		});
	}

	end(): void {
		this.worker?.terminate();
		this.worker = undefined;
	}
}
