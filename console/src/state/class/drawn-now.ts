/** What of a column tells whether the class works on it. */
interface Column {
	readonly dueAt: string;
	readonly draftedAt: string | null;
}

/** How long after the last change a class still works on something: a lesson. */
const LESSON_MILLISECONDS = 90 * 60_000;

/**
 * The exercise that a class is drawing: the one that somebody changed last, within a lesson's time; else the next one to
 * be due.
 */
export function drawnNow<T extends Column>(columns: readonly T[], now = Date.now()): T | undefined {
	const at = (c: T) => (c.draftedAt === null ? Number.NEGATIVE_INFINITY : Date.parse(c.draftedAt));
	const [latest] = columns.toSorted((a, b) => at(b) - at(a));
	if (latest && now - at(latest) < LESSON_MILLISECONDS) return latest;
	return columns.find((c) => Date.parse(c.dueAt) > now);
}
