import type { Work } from "@markpen/contract";

export interface Sorted {
	/** Open, the first to be due first. */
	readonly open: readonly Work[];
	/** Released or shown, the newest first. */
	readonly answered: readonly Work[];
	readonly over: readonly Work[];
	/** Of each collection, how many are done. */
	readonly units: readonly { readonly id: string; readonly unit: string; readonly done: number; readonly of: number }[];
}

const counting = (w: Work) => w.handIns.find((h) => h.counts) ?? w.handIns.at(-1);

/** Whether a student has managed an exercise, as far as points are shown. */
export function isDone(w: Work): boolean {
	const points = counting(w)?.points;
	return (
		points !== null && points !== undefined && points.possible > 0 && points.earned >= w.doneWhen * points.possible
	);
}

/** A student's work by what there is to do. */
export function sortedWork(work: readonly Work[], now = Date.now()): Sorted {
	const isOpen = (w: Work) => Date.parse(w.closesAt) > now && !w.excused;
	const open = work
		.filter(isOpen)
		.toSorted((a, b) => Number(isDone(a)) - Number(isDone(b)) || a.dueAt.localeCompare(b.dueAt));
	// The same collection may have been set twice, in two classes.
	const sets = [...new Set(work.flatMap((w) => (w.unit === null ? [] : [w.assignmentId])))];
	return {
		open,
		answered: work
			.filter((w) => !isOpen(w) && w.handIns.some((h) => h.points !== null))
			.toSorted((a, b) => b.dueAt.localeCompare(a.dueAt)),
		over: work
			.filter((w) => !isOpen(w) && !w.handIns.some((h) => h.points !== null))
			.toSorted((a, b) => b.dueAt.localeCompare(a.dueAt)),
		units: sets.map((id) => {
			const mine = work.filter((w) => w.assignmentId === id);
			return { id, unit: mine[0]?.unit ?? "", done: mine.filter(isDone).length, of: mine.length };
		}),
	};
}

/** What to do next with an exercise, in a few words. */
export function nextStep(w: Work, now = Date.now()): string {
	const last = counting(w);
	if (w.excused) return "you are excused";
	if (Date.parse(w.closesAt) <= now) return last ? "closed" : "closed, nothing handed in";
	if (w.triesLeft === 0) return "no tries left";
	if (!last) return w.draft ? "finish it, then hand it in" : "begin";
	return isDone(w) ? "complete; you can try again" : "read your feedback, then try again";
}
