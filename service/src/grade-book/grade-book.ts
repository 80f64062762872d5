import type { GradeBook } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { type ClassRecord, cellsOf, columnsOf, findClass } from "../class/store.ts";
import { boolean, instant, nullable, statement, uuid } from "../database/statement.ts";
import { possibleOf, publishedExercise } from "../exercise/exercise.ts";
import { rosterOf } from "../roster/store.ts";
import { gradeOf, percentOf, type Weighed } from "./grade.ts";

const LIST_OWN_DATES = statement(
	{ assignmentId: uuid, studentId: uuid, dueAt: nullable(instant), excused: boolean },
	`SELECT o.assignment_id AS "assignmentId", o.student_id AS "studentId", o.due_at AS "dueAt", o.excused
		FROM own_dates o
		JOIN assignments a ON a.id = o.assignment_id
		WHERE a.class_id = $1`,
);

/** The grade book of a class: all present students, and former ones with hand-ins. */
export async function gradeBookOf(manager: EntityManager, classId: string, now = new Date()): Promise<GradeBook> {
	const record = (await findClass(manager, classId)) as ClassRecord;
	const columns = await columnsOf(manager, classId);
	const cells = await cellsOf(manager, classId);
	const own = await LIST_OWN_DATES.all(manager, [classId]);
	const cellAt = new Map(cells.map((c) => [`${c.studentId} ${c.assignmentId} ${c.exercise}`, c] as const));
	const ownAt = new Map(own.map((o) => [`${o.studentId} ${o.assignmentId}`, o] as const));
	const students = (await rosterOf(manager, classId)).filter(
		(s) => s.leftAt === null || cells.some((c) => c.studentId === s.id),
	);
	const shown = columns.map((c) => ({
		assignmentId: c.assignmentId,
		exercise: c.exercise,
		title: c.title,
		dueAt: c.dueAt.toISOString(),
		possible: possibleOf(publishedExercise(c.file)),
		weight: Number(c.weight),
	}));
	const rows = students.map((s) => {
		const weighed: Weighed[] = [];
		const line = shown.map((column, i) => {
			const cell = cellAt.get(`${s.id} ${column.assignmentId} ${column.exercise}`);
			const theirs = ownAt.get(`${s.id} ${column.assignmentId}`);
			const due = theirs?.dueAt ?? (columns[i]?.dueAt as Date);
			const state = stateOf(cell, theirs?.excused === true, due <= now);
			weighed.push({
				state,
				earned: cell?.points?.earned ?? 0,
				possible: cell?.points?.possible ?? column.possible,
				weight: column.weight,
			});
			return {
				assignmentId: column.assignmentId,
				exercise: column.exercise,
				state,
				late: cell?.late ?? false,
				points: cell?.points ?? null,
				open: cell?.open ?? 0,
			};
		});
		const percent = percentOf(weighed);
		return {
			student: { id: s.id, name: s.name },
			signInName: s.signInName,
			cells: line,
			percent: percent === undefined ? null : Math.round(percent * 100) / 100,
			grade: gradeOf(percent, record.gradeScale),
		};
	});
	return { classId, className: record.name, columns: shown, rows };
}

function stateOf(
	cell: { points: unknown; open: number } | undefined,
	excused: boolean,
	due: boolean,
): GradeBook["rows"][number]["cells"][number]["state"] {
	if (excused) return "excused";
	if (!cell) return due ? "missing" : "not due";
	return cell.points === null || cell.open > 0 ? "to be judged" : "counted";
}
