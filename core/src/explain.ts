import type { Running } from "./exercise/conditions.ts";
import { programRunOf } from "./exercise/program-run-of.ts";
import type { ExerciseFile } from "./exercise/schema.ts";
import { edited } from "./languages/edited.ts";
import { checkOf } from "./marking/checks/index.ts";
import type { Marked } from "./marking/judge.ts";
import { criteriaIn } from "./marking/marking-spec.ts";
import { isMissed } from "./marking/points.ts";
import type { ProgramRun, Submission } from "./marking/scene.ts";
import { type Cause, causesOf } from "./mistakes/causes.ts";
import { differing } from "./mistakes/differing.ts";
import { MISTAKES } from "./mistakes/index.ts";
import type { Mistake } from "./mistakes/mistake.ts";
import { paired } from "./mistakes/pairs.ts";
import { isTooLong } from "./mistakes/purse.ts";
import type { Report, ReportCause, ReportSlip } from "./report.ts";
import { causeForStudent, causeForTeacher, noticeForTeacher } from "./words/causes.ts";

/** What is found out about why a program misses what it misses. */
export type Explained = Pick<Report, "slips"> & { readonly causes: readonly ReportCause[] };

/** Whether something is missed that a cause could be behind. */
export function isExplainable({ judged, run }: Pick<Marked, "judged" | "run">): boolean {
	return run.program.steps.length > 0 && !isTooLong(run) && judged.some(isMissed);
}

/** Explains what a marked program misses: the causes that are proved, and what else may be where none covers it. */
export function explain(
	plain: ProgramRun,
	marked: Marked,
	exercise: ExerciseFile,
	{ running, submission }: { readonly running: Running; readonly submission: Submission },
): Explained {
	const { seed, stop } = plain.runs.settings;
	const { language } = plain.program.read;
	const again = (source: string, maxSteps: number) =>
		programRunOf({ source, language }, exercise, { ...running, seed, stop, maxSteps }, submission);
	const found = causesOf({ own: marked.run, marked, again });
	const { source } = plain.program;
	const before = [source, ...found.map((c) => c.mended)];
	const causes = found.map((cause, i) => reportCause(source, before[i] as string, cause));
	return { causes, slips: noticed(plain, marked, causes) };
}

/** A cause in words and as plain data. @param before the program with the causes before it mended */
function reportCause(source: string, before: string, cause: Cause): ReportCause {
	const { mistake, at, also, either, regains, points, was, now, mended } = cause;
	const lines = [at, ...also].map((span) => span.line);
	const met = regains.filter((r) => r.met).length;
	const words = { mistake, lines, either, was, now, met, points };
	const [old, renewed] = changedLines(before, mended);
	return {
		id: mistake.id,
		...placeOf(at),
		also: also.map(placeOf),
		either,
		regains: regains.map(({ id, points: earns }) => ({ id, points: earns })),
		points,
		sentence: causeForStudent(words),
		teacher: causeForTeacher(words),
		was: old,
		mended: renewed,
		edit: editBetween(source, mended),
	};
}

const placeOf = ({ line, column, start, end }: Cause["at"]) => ({ line, column, length: end - start });

/** The one edit that makes a text of another. */
function editBetween(source: string, mended: string): ReportCause["edit"] {
	const { first, last } = differing(source, mended);
	return { start: first, end: source.length - last, text: mended.slice(first, mended.length - last) };
}

/** A program with a cause's mend applied. */
export function mendedBy(source: string, { edit }: Pick<ReportCause, "edit">): string {
	return edited(source, [edit]);
}

/** Lines that are shown of a change at most. */
const MAX_LINES = 6;

/** The lines in which two programs differ, of each. */
function changedLines(before: string, after: string): [string, string] {
	const [a, b] = [before.split("\n"), after.split("\n")];
	const { first, last } = differing(a, b);
	const part = (all: string[]) => all.slice(first, Math.min(all.length - last, first + MAX_LINES)).join("\n");
	return [part(a), part(b)];
}

/** Possible causes, found by simple rules, of criteria without a proved cause. */
function noticed(plain: ProgramRun, marked: Marked, causes: readonly ReportCause[]): ReportSlip[] {
	const model = plain.reference("model");
	if (!plain.program.isReadable || !model?.program.isReadable || plain.program.steps.length === 0) return [];
	const covered = new Set(causes.flatMap((c) => c.regains.map((r) => r.id)));
	const missed = marked.judged
		.filter(isMissed)
		.map(({ criterion }) => criterion)
		.filter((c) => !covered.has(c.id))
		.flatMap((c) =>
			criteriaIn([c]).map((one) => ({ id: c.id, check: one.check, aspects: checkOf(one.check).about(one) })),
		);
	if (missed.length === 0) return [];
	const pairs = paired(plain, model).flatMap((m) => m.pairs);
	return MISTAKES.flatMap((mistake) => {
		const one = mistake.notice?.({ own: plain, model, pairs, missed });
		return one ? [reportNotice(mistake, one)] : [];
	});
}

function reportNotice(
	mistake: Mistake,
	{ lines, criteria, evidence }: NonNullable<ReturnType<NonNullable<Mistake["notice"]>>>,
): ReportSlip {
	return {
		id: mistake.id,
		sentence: causeForStudent({ mistake, lines, either: false }),
		teacher: noticeForTeacher(mistake, lines, evidence),
		lines,
		figures: [],
		criteria: [...new Set(criteria)],
		evidence: [{ what: "it may be", expected: "", found: evidence }],
	};
}
