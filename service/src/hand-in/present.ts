import type { HandInPage, ReportBody } from "@markpen/contract";
import { conditionsOf, forgiven, type Report } from "@markpen/core";
import { shownTo } from "../assignment/shown.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import type { CommentRow, Decision, HandInRecord } from "./store.ts";
import { forStudent } from "./student-view.ts";

/** A comment as the API shows it. */
export const commentData = ({ at, ...row }: CommentRow) => ({ ...row, at: at.toISOString() });

/** What there is to show of a hand-in. */
export interface HandInParts {
	readonly record: HandInRecord;
	readonly reader: "student" | "teacher";
	readonly judgements: readonly Decision[];
	readonly adjustments: readonly Decision[];
	readonly tries: HandInPage["tries"];
	readonly comments: readonly CommentRow[];
	/** The previous and next hand-in in a class, for a teacher. */
	readonly neighbours: { readonly before: string | null; readonly after: string | null } | null;
}

/** Judgements and adjustments of the criteria visible to a reader. */
function criteriaOf({ record, judgements, adjustments }: HandInParts, visible: ReportBody | null) {
	const ids = new Set(visible?.criteria.map((c) => c.id));
	return (record.criteria ?? []).flatMap((id, i) => {
		if (!ids.has(id)) return [];
		const adjusted = adjustments.find((a) => a.criterion === id);
		return {
			id,
			points: Number(record.points?.[i]),
			judged: judgements.find((j) => j.criterion === id)?.points ?? null,
			adjusted: adjusted
				? { points: adjusted.points, reason: adjusted.reason, by: adjusted.by, at: adjusted.at.toISOString() }
				: null,
		};
	});
}

/** A hand-in as the API shows it; students get only what the assignment shows now. */
export function handInData(parts: HandInParts): HandInPage {
	const { record, reader, tries, comments, neighbours } = parts;
	const student = reader === "student";
	const shown = student ? shownTo(record, record) : { points: true, feedback: true };
	const exercise = publishedExercise(record.exercise);
	const report = record.report && (forgiven(record.report as Report, exercise) as ReportBody);
	const visible = student && report ? forStudent(report, exercise, { before: false, points: shown.points }) : report;
	return {
		id: record.id,
		assignmentId: record.assignmentId,
		classId: record.classId,
		className: record.className,
		title: record.title,
		exercise: record.key,
		student: { id: record.studentId, name: record.studentName },
		tryNumber: record.tryNumber,
		tries: shown.points ? tries : tries.map((t) => ({ ...t, points: null })),
		handedInAt: record.handedInAt.toISOString(),
		late: record.late,
		pressedAt: record.pressedAt?.toISOString() ?? null,
		madeBy: record.madeBy,
		source: record.source,
		language: record.language,
		conditions: conditionsOf(exercise),
		answers: record.answers,
		report: shown.feedback ? visible : null,
		waiting: record.waiting,
		points:
			shown.points && record.earned !== null
				? { earned: Number(record.earned), possible: Number(record.possible), open: Number(record.open) }
				: null,
		criteria: shown.points && shown.feedback ? criteriaOf(parts, visible) : [],
		comments: shown.feedback ? comments.map(commentData) : [],
		released: record.released,
		before: neighbours?.before ?? null,
		after: neighbours?.after ?? null,
	};
}
