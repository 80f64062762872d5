import { setTimeout as pause } from "node:timers/promises";
import DataLoader from "dataloader";

/** Questions that one call of the database answers at the most. */
const MAX_BATCH = 50;
/** How long others wait for a call that is under way: one that waits for a lock itself holds nobody up for longer. */
const PATIENCE_MILLISECONDS = 50;

/**
 * Answers many at once: what is asked while a call is under way goes together into the next one. A class that presses
 * the same button at once costs few calls, and who is alone waits for nobody. Nothing is kept: each question is
 * answered by a call that begins after it was asked.
 *
 * @param answer gives an answer or an error for each question, in their order
 */
export function batched<Question, Answer>(
	answer: (questions: readonly Question[]) => Promise<readonly (Answer | Error)[]>,
): (question: Question) => Promise<Answer> {
	// What comes in at the same turn of the event loop goes together too.
	let before: Promise<unknown> = Promise.resolve();
	const loader = new DataLoader<Question, Answer>(
		(questions) => {
			const now = answer(questions);
			before = Promise.race([now.catch(() => undefined), pause(PATIENCE_MILLISECONDS, undefined, { ref: false })]);
			return now;
		},
		{ cache: false, maxBatchSize: MAX_BATCH, batchScheduleFn: (go) => void before.then(() => setImmediate(go)) },
	);
	return (question) => loader.load(question);
}
