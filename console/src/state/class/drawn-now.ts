/** The part of a column that shows whether the class is working on it. */
interface Column {
	readonly dueAt: string;
	readonly draftedAt: string | null;
}

/** A lesson's length: a class is working on an exercise for this long after its last change. */
const LESSON_MILLISECONDS = 90 * 60_000;

/** The exercise that a class is working on: the last one changed within a lesson's time, else the next one due. */
export function drawnNow<T extends Column>(columns: readonly T[], now = Date.now()): T | undefined {
	const at = (c: T) => (c.draftedAt === null ? Number.NEGATIVE_INFINITY : Date.parse(c.draftedAt));
	const [latest] = columns.toSorted((a, b) => at(b) - at(a));
	if (latest && now - at(latest) < LESSON_MILLISECONDS) return latest;
	return columns.find((c) => Date.parse(c.dueAt) > now);
}
