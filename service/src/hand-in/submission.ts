import type { ExerciseFile, Submission } from "@markpen/core";
import type { EntityManager } from "typeorm";
import type { Answers } from "../database/entities/answers.ts";
import { HandInEntity, type HandInRow } from "../database/entities/hand-in.ts";
import { type LastHandIn, lastHandIns } from "./last-hand-ins.ts";

/** The other hand-ins that a check looked at. */
export interface SubmissionIds {
	readonly lastTry?: string;
	readonly earlier?: Readonly<Record<string, string>>;
}

/** Ids of other exercises whose hand-ins an exercise refers to. */
function earlierExercises(exercise: ExerciseFile): string[] {
	const named = new Set<string>(exercise.continues ? [exercise.continues] : []);
	const look = (value: unknown): void => {
		if (typeof value !== "object" || value === null) return;
		for (const [key, inner] of Object.entries(value)) {
			if (key === "own hand-in of" && typeof inner === "string") named.add(inner);
			look(inner);
		}
	};
	look(exercise.criteria);
	return [...named];
}

/** A student's last hand-ins, before a given time, to the exercises that an exercise refers to. */
export function earlierOf(
	manager: EntityManager,
	exercise: ExerciseFile,
	studentId: string,
	until: Date,
): Promise<LastHandIn[]> {
	return lastHandIns(manager, studentId, earlierExercises(exercise), until);
}

/** Answers as marking takes them. */
export function wordsOf(answers: Readonly<Record<string, { words: string }>>): Record<string, string> {
	return Object.fromEntries(Object.entries(answers).map(([id, { words }]) => [id, words]));
}

/**
 * The data that belongs to a hand-in's check: the student's answers, the previous try, and earlier hand-ins to other
 * exercises.
 */
export async function submissionFor(
	manager: EntityManager,
	handInId: string,
	exercise: ExerciseFile,
): Promise<{ submission: Submission; ids: SubmissionIds }> {
	const of = await manager.findOne(HandInEntity, {
		select: { assignmentId: true, exerciseId: true, studentId: true, tryNumber: true, handedInAt: true, answers: true },
		where: { id: handInId },
	});
	if (!of) return { submission: { final: true }, ids: {} };
	const last = await manager.findOne(HandInEntity, {
		select: { id: true, source: true, language: true },
		where: {
			assignmentId: of.assignmentId,
			exerciseId: of.exerciseId,
			studentId: of.studentId,
			tryNumber: of.tryNumber - 1,
		},
	});
	const earlier = await earlierOf(manager, exercise, of.studentId, of.handedInAt);
	return submissionOf({ answers: of.answers, last: last ?? undefined, earlier });
}

/** What belongs to a check, from its parts. */
export function submissionOf({
	answers: given,
	last,
	earlier,
}: {
	readonly answers: Answers;
	readonly last: Pick<HandInRow, "id" | "source" | "language"> | undefined;
	readonly earlier: readonly LastHandIn[];
}): { submission: Submission; ids: SubmissionIds } {
	const answers = wordsOf(given);
	return {
		submission: {
			final: true,
			...(Object.keys(answers).length > 0 && { answers }),
			...(last && { lastTry: { source: last.source, language: last.language } }),
			...(earlier.length > 0 && {
				earlier: Object.fromEntries(earlier.map((o) => [o.key, { source: o.source, language: o.language }])),
			}),
		},
		ids: {
			...(last && { lastTry: last.id }),
			...(earlier.length > 0 && { earlier: Object.fromEntries(earlier.map((o) => [o.key, o.id])) }),
		},
	};
}
