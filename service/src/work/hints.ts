import { hintsOf } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { publishedExercise } from "../exercise/exercise.ts";
import { Refusal } from "../refusals.ts";
import { type DraftRow, draftsOf, storeHinted, type WorkRecord } from "./store.ts";

/** The number of the requested hint of a criterion, from 1. */
export interface HintAsked {
	readonly studentId: string;
	readonly criterion: string;
	readonly number: number;
}

/**
 * Refuses a hint that is too early: the program must run before the first, and again before each next one. Hints
 * already given can always be read again.
 */
export function refuseEarlyHint(
	draft: Pick<DraftRow, "runs" | "hinted"> | undefined,
	{ criterion, number }: Pick<HintAsked, "criterion" | "number">,
): void {
	const { given, runs } = draft?.hinted[criterion] ?? { given: 0, runs: 0 };
	if (number <= given) return;
	if (!draft || draft.runs === 0)
		throw new Refusal("not-this-way", "Run your program first, then look at what it drew. A hint comes after that.");
	if (number > given + 1 || (given > 0 && draft.runs <= runs))
		throw new Refusal(
			"not-this-way",
			"Try what the last hint says and run your program. The next one comes after that.",
		);
}

/** Gives a hint and records it. */
export async function giveHint(
	manager: EntityManager,
	record: WorkRecord,
	asked: HintAsked,
): Promise<{ hint: string; more: boolean }> {
	const { studentId, criterion: id, number } = asked;
	const criterion = publishedExercise(record.file).criteria.find(
		(c) => c.id === id && (c.show ?? "before") === "before",
	);
	const hints = criterion ? hintsOf(criterion) : [];
	const hint = hints[number - 1];
	if (hint === undefined) throw new Refusal("not-found");
	const { id: assignmentId, exerciseId } = record;
	const draft = (await draftsOf(manager, studentId, [assignmentId])).find((d) => d.exerciseId === exerciseId);
	refuseEarlyHint(draft, asked);
	if (draft && number > (draft.hinted[id]?.given ?? 0)) {
		const after = { ...draft.hinted, [id]: { given: number, runs: draft.runs } };
		await storeHinted(manager, { assignmentId, exerciseId, studentId }, draft.hinted, after);
	}
	return { hint, more: number < hints.length };
}
