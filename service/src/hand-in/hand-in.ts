import type { LanguageId } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { batched } from "../database/batched.ts";
import type { Answers } from "../database/entities/answers.ts";
import { PressedEntity } from "../database/entities/hand-in.ts";
import { json, statement, text, uuid } from "../database/statement.ts";
import { CHECK_AGAIN, type Place } from "../queue/queue.ts";
import { turnOf } from "../queue/turn.ts";
import { Refusal } from "../refusals.ts";
import { languageTaken } from "./language.ts";
import { type HandInPlace, handInPlaces, type PlaceAsked } from "./places.ts";
import { refuseSource } from "./source.ts";
import { type HandInTaken, type NewHandIn, takeHandIn, takeHandIns, takenBy, takeTogether } from "./store.ts";

function refuseTime(place: HandInPlace): void {
	const { now } = place;
	if (place.classClosed) throw new Refusal("closed");
	if (now < place.opensAt) throw new Refusal("not-open-yet");
	if (now >= place.closesAt) throw new Refusal("closed");
	if (now > place.dueAt && place.late === "refused") throw new Refusal("late-refused");
}

/** What a student's call brings. */
export interface HandInCall extends PlaceAsked {
	readonly source: string;
	/** What it is written in, where the call says so. */
	readonly language: LanguageId | undefined;
	readonly answers: Answers | undefined;
	readonly pressedAt: Date | null;
	readonly key: string | null;
	/** The call as a W3C traceparent, if traces are on. */
	readonly trace?: string | undefined;
}

/**
 * Stores students' hand-ins. A repeated call with the same key makes no second hand-in; simultaneous calls share one
 * database call.
 */
export function handingIn({ manager }: DataSource, queue: PgBoss): (of: HandInCall) => Promise<HandInTaken> {
	const placeOf = batched((asked: readonly PlaceAsked[]) => handInPlaces(manager, asked));
	const take = batched((handIn: readonly NewHandIn[]) => takeHandIns(manager, queue, handIn));
	/** Hand-ins of each student that have arrived but aren't queued yet. */
	const arriving = new Map<string, number>();
	const handIn = async (of: HandInCall): Promise<HandInTaken> => {
		refuseSource(of.source);
		const before = (arriving.get(of.studentId) ?? 1) - 1;
		const place = await placeOf(of);
		if (!place) throw new Refusal("not-found");
		const language = languageTaken(of.language, place);
		let turn: Place;
		try {
			refuseTime(place);
			turn = turnOf({
				...place,
				// A hand-in counted as arriving may already be queued.
				ofStudent: Math.max(place.ofStudent, before),
				whose: { student: of.studentId, class: place.classId },
			});
		} catch (refusal) {
			// A hand-in accepted in time stays accepted, however late the call is repeated.
			const before = of.key === null ? undefined : await takenBy(manager, of.studentId, of.key);
			if (before) return before;
			throw refusal;
		}
		const taken = await take({
			assignmentId: place.id,
			exerciseId: place.exerciseId,
			studentId: of.studentId,
			versionId: place.versionId,
			source: of.source,
			language,
			answers: { ...place.draftAnswers, ...of.answers },
			handedInAt: place.now,
			late: place.now > place.dueAt,
			madeBy: "student",
			key: of.key,
			most: place.tries,
			reason: "hand-in",
			turn,
			trace: of.trace,
		});
		// The student's clock is shown but decides nothing.
		if (of.pressedAt && of.pressedAt < taken.handedInAt)
			await manager
				.createQueryBuilder()
				.insert()
				.into(PressedEntity)
				.values({ handInId: taken.id, at: of.pressedAt })
				.orIgnore()
				.execute();
		return taken;
	};
	return async (of) => {
		arriving.set(of.studentId, (arriving.get(of.studentId) ?? 0) + 1);
		try {
			return await handIn(of);
		} finally {
			const left = (arriving.get(of.studentId) ?? 1) - 1;
			if (left === 0) arriving.delete(of.studentId);
			else arriving.set(of.studentId, left);
		}
	};
}

/** A student's file, handed in by a teacher. */
export interface FileFor {
	readonly place: HandInPlace;
	readonly studentId: string;
	readonly source: string;
	readonly language: LanguageId;
}

/** Hands in students' files for a teacher; dates and the number of tries don't limit them. */
export async function handInFor(
	manager: EntityManager,
	queue: PgBoss,
	files: readonly FileFor[],
): Promise<HandInTaken[]> {
	const handIn = files.map(({ place, studentId, source, language }): NewHandIn => {
		refuseSource(source);
		return {
			assignmentId: place.id,
			exerciseId: place.exerciseId,
			studentId,
			versionId: place.versionId,
			source,
			language,
			answers: {},
			handedInAt: place.now,
			late: place.now > place.dueAt,
			madeBy: "teacher",
			key: null,
			most: null,
			reason: "hand-in",
			turn: CHECK_AGAIN,
		};
	});
	return takeTogether(manager, queue, handIn);
}

const FIND_DRAFT = statement(
	{ source: text(), language: text<LanguageId>(), answers: json<Answers>(), versionId: uuid },
	`SELECT d.source, d.language, d.answers, x.exercise_version_id AS "versionId"
			FROM drafts d
			JOIN assignment_exercises x ON x.assignment_id = d.assignment_id AND x.exercise_id = d.exercise_id
		WHERE d.assignment_id = $1 AND d.exercise_id = $2 AND d.student_id = $3`,
);

/** Hands in the draft of a closed assignment, as it was at the closing date, unless there is a hand-in by then. */
export async function handInAtClosing(
	dataSource: DataSource,
	queue: PgBoss,
	of: { assignmentId: string; exerciseId: string; studentId: string; closesAt: Date },
): Promise<void> {
	const { closesAt, ...place } = of;
	const draft = await FIND_DRAFT.one(dataSource.manager, [of.assignmentId, of.exerciseId, of.studentId]);
	if (!draft) return;
	try {
		const handIn: NewHandIn = {
			...place,
			...draft,
			handedInAt: closesAt,
			late: false,
			madeBy: "closing",
			key: null,
			most: 1,
			reason: "hand-in",
			turn: CHECK_AGAIN,
		};
		await takeHandIn(dataSource.manager, queue, handIn);
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
	}
}
