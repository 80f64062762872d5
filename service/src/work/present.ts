import type { Work } from "@markpen/contract";
import { type LanguageId, modelOf as modelText, studentCopy } from "@markpen/core";
import { shownTo } from "../assignment/shown.ts";
import { pointsOf } from "../class/store.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import type { LastHandIn } from "../hand-in/last-hand-ins.ts";
import type { DraftRow, FreeRow, TryRow, WorkRecord } from "./store.ts";

/** A draft as the API shows it. */
export const draftData = ({ source, language, revision, device, savedAt, runs, answers }: DraftRow) => ({
	source,
	language,
	revision,
	device,
	savedAt: savedAt.toISOString(),
	runs,
	answers,
});
/** A drawing without an exercise as the API shows it. */
export const freeData = ({ savedAt, ...row }: FreeRow) => ({ ...row, savedAt: savedAt.toISOString() });

function modelOf(record: WorkRecord, svg: string): NonNullable<Work["model"]> {
	const text = modelText(publishedExercise(record.file));
	return { picture: svg, source: record.showModelAs === "source" ? text.source : null, language: text.language };
}

/** Data of a student's work in addition to the assignments. */
export interface WorkParts {
	readonly tries: readonly TryRow[];
	readonly drafts: readonly DraftRow[];
	readonly sources: readonly { assignmentId: string; exerciseId: string; source: string; language: LanguageId }[];
	/** Hand-ins that exercises continue from, by exercise key. */
	readonly before: ReadonlyMap<string, LastHandIn>;
	/** Drawings of the shown models as SVG, by version id. */
	readonly models: ReadonlyMap<string, string>;
}

const isOf =
	(record: WorkRecord) =>
	<T extends { assignmentId: string; exerciseId: string }>(row: T) =>
		row.assignmentId === record.id && row.exerciseId === record.exerciseId;

/** A student's work at one exercise as the API shows it. */
export function workData(record: WorkRecord, { tries, drafts, sources, before, models }: WorkParts): Work {
	const mine = tries.filter(isOf(record));
	const draft = drafts.find(isOf(record));
	const last = sources.find(isOf(record));
	const shown = shownTo(record, record);
	const file = publishedExercise(record.file);
	const copy = studentCopy(file);
	const from = before.get(file.continues ?? "");
	const checklist = record.showChecklist === "opening" || mine.length > 0;
	return {
		assignmentId: record.id,
		className: record.className,
		unit: record.unit,
		doneWhen: record.doneWhen,
		exercise: { ...copy, criteria: checklist ? copy.criteria : [] } as Work["exercise"],
		opensAt: record.opensAt.toISOString(),
		dueAt: record.dueAt.toISOString(),
		closesAt: record.closesAt.toISOString(),
		late: record.late,
		triesLeft: record.tries === null ? null : Math.max(0, record.tries - mine.length),
		excused: record.excused,
		released: record.released,
		handIns: mine.map((t) => ({
			id: t.id,
			tryNumber: t.tryNumber,
			handedInAt: t.handedInAt.toISOString(),
			late: t.late,
			points: shown.points ? pointsOf(t.earned, t.possible) : null,
			open: shown.points ? Number(t.open ?? 0) : 0,
			counts: t.counts,
		})),
		draft: draft && draft.revision > 0 ? draftData(draft) : null,
		hinted: Object.fromEntries(Object.entries(draft?.hinted ?? {}).map(([id, { given }]) => [id, given])),
		lastSource: last?.source ?? null,
		lastLanguage: last?.language ?? null,
		continues: from
			? {
					id: from.id,
					title: from.title,
					source: from.source,
					language: from.language,
					handedInAt: from.handedInAt.toISOString(),
				}
			: null,
		model: shown.model ? modelOf(record, models.get(record.versionId) ?? "") : null,
	};
}
