import type { ExerciseFile, Submission } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { queryOne } from "../database/data-source.ts";
import { type LastHandIn, lastHandIns } from "../work/store.ts";

/** The hand-ins that a check looked at besides. */
export interface SubmissionIds {
	readonly lastTry?: string;
	readonly earlier?: Readonly<Record<string, string>>;
}

interface HandIn {
	assignmentId: string;
	exerciseId: string;
	studentId: string;
	tryNumber: number;
	handedInAt: Date;
	answers: Record<string, { words: string }>;
}

/** Ids of exercises whose own hand-ins an exercise speaks of. */
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

/** What a student had handed in to the exercises that one speaks of, the last of each until a moment. */
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

/** What comes with a hand-in: the student's answers, the try before it, and what was handed in to other exercises until then. */
export async function submissionFor(
	manager: EntityManager,
	handInId: string,
	exercise: ExerciseFile,
): Promise<{ submission: Submission; ids: SubmissionIds }> {
	const of = await queryOne<HandIn>(
		manager,
		`SELECT assignment_id AS "assignmentId", exercise_id AS "exerciseId", student_id AS "studentId", try_number AS "tryNumber", handed_in_at AS "handedInAt", answers FROM hand_ins WHERE id = $1`,
		[handInId],
	);
	if (!of) return { submission: { final: true }, ids: {} };
	const before = await queryOne<{ id: string; source: string }>(
		manager,
		"SELECT id, source FROM hand_ins WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3 AND try_number = $4",
		[of.assignmentId, of.exerciseId, of.studentId, of.tryNumber - 1],
	);
	const others = await earlierOf(manager, exercise, of.studentId, of.handedInAt);
	const answers = wordsOf(of.answers);
	return {
		submission: {
			final: true,
			...(Object.keys(answers).length > 0 && { answers }),
			...(before && { lastTry: before.source }),
			...(others.length > 0 && { earlier: Object.fromEntries(others.map((o) => [o.key, o.source])) }),
		},
		ids: {
			...(before && { lastTry: before.id }),
			...(others.length > 0 && { earlier: Object.fromEntries(others.map((o) => [o.key, o.id])) }),
		},
	};
}
