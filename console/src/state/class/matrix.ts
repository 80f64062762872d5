import type { Cell, ClassPage } from "@markpen/contract";

/** By what needs the teacher most, or by one thing alone. */
export type Order = "attention" | "name" | "points" | "missing";

/** Columns of a class: an exercise each, or a collection folded into one. */
export interface Column {
	readonly assignmentId: string;
	readonly title: string;
	readonly dueAt: string;
	readonly possible: number;
	readonly doneWhen: number;
	readonly exercises: readonly ClassPage["columns"][number][];
	/** Whether it is a collection, of which the cell says how many are done. */
	readonly folded: boolean;
}

/** A collection's exercises stand as one column unless it is unfolded. */
export function columnsOf(page: ClassPage, unfolded: ReadonlySet<string>): Column[] {
	const columns: Column[] = [];
	for (const c of page.columns) {
		const before = columns.at(-1);
		const folded = c.unit !== null && !unfolded.has(c.assignmentId);
		if (folded && before?.folded && before.assignmentId === c.assignmentId) {
			columns[columns.length - 1] = {
				...before,
				possible: before.possible + c.possible,
				exercises: [...before.exercises, c],
			};
			continue;
		}
		columns.push({
			assignmentId: c.assignmentId,
			title: folded ? (c.unit as string) : c.title,
			dueAt: c.dueAt,
			possible: c.possible,
			doneWhen: c.doneWhen,
			exercises: [c],
			folded,
		});
	}
	return columns;
}

export const cellKey = (studentId: string, assignmentId: string, exercise: string) =>
	`${studentId} ${assignmentId} ${exercise}`;

export function cellsByPlace(page: ClassPage): ReadonlyMap<string, Cell> {
	return new Map(page.cells.map((c) => [cellKey(c.studentId, c.assignmentId, c.exercise), c]));
}

interface Stand {
	readonly points: number;
	/** The share of what could be had in what was handed in. */
	readonly share: number;
	readonly missing: number;
}
const ORDERS: Readonly<Record<Order, (a: Stand, b: Stand) => number>> = {
	attention: (a, b) => b.missing - a.missing || a.share - b.share,
	name: () => 0,
	points: (a, b) => a.points - b.points,
	missing: (a, b) => b.missing - a.missing,
};

/** Students with their sum of points and how much that is due they haven't handed in, in the order asked. */
export function studentsOf(page: ClassPage, order: Order, now = Date.now()) {
	const cells = cellsByPlace(page);
	const excused = new Set(page.excused.map((e) => `${e.studentId} ${e.assignmentId}`));
	const rows = page.students.map((s) => {
		const mine = page.columns.map((c) => ({ c, cell: cells.get(cellKey(s.id, c.assignmentId, c.exercise)) }));
		const points = mine.reduce((sum, { cell }) => sum + (cell?.points?.earned ?? 0), 0);
		const possible = mine.reduce((sum, { cell }) => sum + (cell?.points?.possible ?? 0), 0);
		const missing = mine.filter(
			({ c, cell }) => !cell && Date.parse(c.dueAt) <= now && !excused.has(`${s.id} ${c.assignmentId}`),
		).length;
		return { ...s, points, share: possible > 0 ? points / possible : Number(missing === 0), missing };
	});
	return rows.toSorted(ORDERS[order]);
}

/** Why a cell has no usual verdicts. */
export function cellNote(c: Cell): string {
	if (c.state === null) return "checking";
	if (c.state === "unreadable") return "can't be read";
	if (c.ended === "stopped") return "stopped";
	return c.ended === "clock" ? "too long" : "";
}

/**
 * How many of a collection's exercises a student has managed: those with the share of points that the collection
 * asks.
 */
export function doneOf(cells: readonly (Cell | undefined)[], doneWhen: number): number {
	return cells.filter((c) => c && c.verdicts.length > 0 && c.points && c.points.earned >= c.points.possible * doneWhen)
		.length;
}
