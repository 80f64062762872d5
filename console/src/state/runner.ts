import type { RunAnswer, RunRequest } from "../worker/messages.ts";

/** After this long a worker that doesn't answer is ended; its own clock stops it a second earlier. */
const PATIENCE = 6_500;

/** Runs programs in a worker of their own, one at a time. */
export class Runner {
	private worker: Worker | undefined;
	private turn = 0;

	private ready(): Worker {
		this.worker ??= new Worker(new URL("../worker/drawing-worker.ts", import.meta.url), { type: "module", name: "drawing-worker" });
		return this.worker;
	}

	/** Loads the worker before it is needed. */
	warm(): void {
		this.ready();
	}

	/** Runs a source; undefined where the worker had to be ended and the drawing is lost. */
	run(source: string, sheet: RunRequest["sheet"]): Promise<RunAnswer | undefined> {
		const worker = this.ready();
		const turn = ++this.turn;
		return new Promise((resolve) => {
			const give = (answer: RunAnswer | undefined) => {
				clearTimeout(timer);
				worker.removeEventListener("message", listen);
				worker.removeEventListener("error", fail);
				resolve(answer);
			};
			const listen = ({ data }: MessageEvent<RunAnswer>) => {
				if (data.turn === turn) give(data);
			};
			const fail = () => {
				this.end();
				give(undefined);
			};
			const timer = setTimeout(fail, PATIENCE);
			worker.addEventListener("message", listen);
			worker.addEventListener("error", fail);
			worker.postMessage({ turn, source, sheet } satisfies RunRequest);
		});
	}

	end(): void {
		this.worker?.terminate();
		this.worker = undefined;
	}
}
