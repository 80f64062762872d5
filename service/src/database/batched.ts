import { setTimeout as pause } from "node:timers/promises";
import DataLoader from "dataloader";

/** Largest number of questions in one database call. */
const MAX_BATCH = 50;
/** How long later questions wait for a running call: a call that waits for a lock delays others no longer than this. */
const PATIENCE_MILLISECONDS = 50;

function later(go: () => void, milliseconds: number): void {
	if (milliseconds > 0) setTimeout(go, milliseconds);
	else setImmediate(go);
}

/**
 * Batches questions: those asked during a running call go into the next call together. A class that presses the same
 * button at once costs few calls, and a single caller never waits. Nothing is cached: each question is answered by a
 * call that starts after it.
 *
 * @param answer gives an answer or an error for each question, in order
 * @param gather milliseconds for which a call waits for more questions; 0 by default
 */
export function batched<Question, Answer>(
	answer: (questions: readonly Question[]) => Promise<readonly (Answer | Error)[]>,
	gather: () => number = () => 0,
): (question: Question) => Promise<Answer> {
	// Questions of the same turn of the event loop are batched too.
	let before: Promise<unknown> = Promise.resolve();
	const loader = new DataLoader<Question, Answer>(
		(questions) => {
			const now = answer(questions);
			before = Promise.race([now.catch(() => undefined), pause(PATIENCE_MILLISECONDS, undefined, { ref: false })]);
			return now;
		},
		{ cache: false, maxBatchSize: MAX_BATCH, batchScheduleFn: (go) => void before.then(() => later(go, gather())) },
	);
	return (question) => loader.load(question);
}
