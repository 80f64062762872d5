import { draw, sayDrawn } from "@markpen/core";
import type { RunAnswer, RunRequest } from "./messages.ts";

/** How long a run in the desk may take. */
const MILLISECONDS = 5_000;

addEventListener("message", ({ data }: MessageEvent<RunRequest>) => {
	const end = performance.now() + MILLISECONDS;
	const drawn = draw(data.source, { seed: 1, stop: () => performance.now() > end, ...(data.sheet && { sheet: data.sheet }) });
	postMessage({ turn: data.turn, ...sayDrawn(drawn) } satisfies RunAnswer);
});
