import type { EntityManager } from "typeorm";
import { recordAudit } from "../audit.ts";
import type { CommentPlace } from "../database/entities/feedback.ts";
import { numeric, statement } from "../database/statement.ts";
import { publishedExercise, scaleOf } from "../exercise/exercise.ts";
import { Refusal } from "../refusals.ts";
import { settleHandIn } from "./settle.ts";
import type { HandInRecord } from "./store.ts";

/** What a kept comment's fields stand for. */
export const FIELDS: Readonly<Record<string, string>> = Object.freeze({
	"{name}": "the student's first name",
	"{title}": "the exercise's title",
	"{points}": "the points of this hand-in",
	"{possible}": "the possible points",
	"{tries}": "the number of the try",
	"{missed}": "the first criterion that isn't met",
	"{slip}": "the probable cause, in words for students",
	"{line}": "the line with the cause",
});

/**
 * A comment with its fields filled in from the student's hand-in. An empty field is left out together with its space.
 */
export function filled(words: string, of: HandInRecord): string {
	const missed = of.report?.criteria.find((c) => c.verdict !== "met" && !c.bonus && c.waits === undefined);
	const slip = of.report?.causes?.[0] ?? of.report?.slips[0];
	const line = of.report?.causes?.[0]?.line ?? of.report?.slips[0]?.lines[0] ?? missed?.lines[0];
	const values: Readonly<Record<string, string>> = {
		"{name}": of.studentName.split(/\s+/)[0] ?? of.studentName,
		"{title}": of.title,
		"{points}": of.earned === null ? "" : String(Number(of.earned)),
		"{possible}": of.possible === null ? "" : String(Number(of.possible)),
		"{tries}": String(of.tryNumber),
		"{missed}": missed?.asks ?? "",
		"{slip}": slip?.sentence ?? "",
		"{line}": line === undefined ? "" : String(line),
	};
	return words.replace(/ ?\{[a-z]+\}/g, (field) => {
		const value = values[field.trim()];
		if (value === undefined) return field;
		if (value === "") return "";
		return field.startsWith(" ") ? ` ${value}` : value;
	});
}

/** A criterion of a hand-in's exercise; refused as not found otherwise. */
function criterionOf(record: HandInRecord, id: string) {
	const criterion = publishedExercise(record.exercise).criteria.find((c) => c.id === id);
	if (!criterion) throw new Refusal("not-found");
	return criterion;
}

const quarters = (points: number) => Number.isInteger(points * 4);

type Standing = { earned: number; possible: number; open: number };

async function settled(manager: EntityManager, handInId: string): Promise<Standing> {
	const result = await settleHandIn(manager, handInId);
	if (!result) throw new Refusal("not-this-way", "This hand-in isn't checked yet. Wait a moment.");
	return { earned: result.earned, possible: result.possible, open: result.open };
}

const FIND_JUDGEMENT = statement(
	{ points: numeric },
	`SELECT points
		FROM judgements
		WHERE hand_in_id = $1 AND criterion = $2`,
);

const STORE_JUDGEMENT = statement(
	{},
	`INSERT INTO judgements (hand_in_id, criterion, points, by_id)
		VALUES ($1, $2, $3, $4)
		ON CONFLICT (hand_in_id, criterion)
		DO UPDATE
		SET points = $3, by_id = $4, at = now()`,
);

/** Judges a criterion on its scale, or gives an answer its points. */
export async function judgeCriterion(
	manager: EntityManager,
	record: HandInRecord,
	of: { criterion: string; points: number; by: string },
): Promise<Standing> {
	const criterion = criterionOf(record, of.criterion);
	const scale = scaleOf(criterion);
	const isAnswer = "check" in criterion && criterion.check === "answer" && !("expects" in criterion);
	if (!scale && !isAnswer)
		throw new Refusal(
			"not-this-way",
			"This criterion is checked automatically. Adjust its points instead, with a reason.",
		);
	if (scale && !Object.keys(scale).some((step) => Number(step) === of.points))
		throw new Refusal("points-wrong", `The scale's places are ${Object.keys(scale).join(", ")}.`);
	if (of.points > criterion.points || !quarters(of.points))
		throw new Refusal("points-wrong", `Points are quarters, from 0 to ${criterion.points}.`);
	const before = await FIND_JUDGEMENT.one(manager, [record.id, of.criterion]);
	await STORE_JUDGEMENT.all(manager, [record.id, of.criterion, of.points, of.by]);
	await recordAudit(manager, {
		who: of.by,
		what: "judged",
		subject: record.id,
		field: of.criterion,
		old: before ? Number(before.points) : null,
		new: of.points,
	});
	return settled(manager, record.id);
}

const STORE_ADJUSTMENT = statement(
	{},
	`INSERT INTO adjustments (hand_in_id, criterion, points, reason, by_id)
		VALUES ($1, $2, $3, $4, $5)
		ON CONFLICT (hand_in_id, criterion)
		DO UPDATE
		SET points = $3, reason = $4, by_id = $5, at = now()`,
);

/** Adjusts a criterion's points, with a reason. */
export async function adjustCriterion(
	manager: EntityManager,
	record: HandInRecord,
	of: { criterion: string; points: number; reason: string; by: string },
): Promise<Standing> {
	const criterion = criterionOf(record, of.criterion);
	if (of.points > criterion.points || !quarters(of.points))
		throw new Refusal("points-wrong", `Points are quarters, from 0 to ${criterion.points}.`);
	const at = record.criteria?.indexOf(of.criterion) ?? -1;
	await STORE_ADJUSTMENT.all(manager, [record.id, of.criterion, of.points, of.reason, of.by]);
	await recordAudit(manager, {
		who: of.by,
		what: "adjusted",
		subject: record.id,
		field: of.criterion,
		old: at < 0 ? null : Number(record.points?.[at]),
		new: of.points,
	});
	return settled(manager, record.id);
}

const DELETE_ADJUSTMENT = statement(
	{ points: numeric },
	`DELETE FROM adjustments
		WHERE hand_in_id = $1 AND criterion = $2
		RETURNING points`,
);

export async function undoAdjustment(
	manager: EntityManager,
	record: HandInRecord,
	of: { criterion: string; by: string },
): Promise<Standing> {
	const gone = await DELETE_ADJUSTMENT.all(manager, [record.id, of.criterion]);
	if (!gone[0]) throw new Refusal("not-found");
	await recordAudit(manager, {
		who: of.by,
		what: "took adjustment back",
		subject: record.id,
		field: of.criterion,
		old: Number(gone[0].points),
	});
	return settled(manager, record.id);
}

/**
 * Refuses a comment on something that isn't in the hand-in.
 *
 * @throws Refusal "not-found" for a criterion, "bad-request" for lines and figures
 */
export function refusePlace(record: HandInRecord, place: CommentPlace): void {
	if (place.on === "criterion" && !publishedExercise(record.exercise).criteria.some((c) => c.id === place.criterion))
		throw new Refusal("not-found");
	if (place.on === "lines" && (place.to < place.from || place.to > record.source.split("\n").length))
		throw new Refusal("bad-request", "The program doesn't have these lines.", [
			{ path: "place.to", message: "is after the program's last line, or before place.from" },
		]);
	if (place.on === "figure" && !record.report?.figures.some((f) => f.index === place.figure))
		throw new Refusal("bad-request", "The drawing doesn't have this figure.", [
			{ path: "place.figure", message: "is not a figure's index in the report" },
		]);
}
