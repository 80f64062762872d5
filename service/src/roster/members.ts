import type { Account, Card } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { recordAudit } from "../audit.ts";
import { Refusal } from "../refusals.ts";
import type { Fresh } from "../session/fresh.ts";
import { carryOutRoster, planRoster } from "./roster.ts";
import { freshSignInName } from "./sign-in-name.ts";
import { join, leave, rosterOf, type StudentRow, studentIn, studentOfTeacher } from "./store.ts";

/** A student joining a class: one of the teacher's students, or a new one by name. */
export type NewMember =
	| { readonly studentId: string }
	| { readonly name: string; readonly signInName?: string | undefined };

/** A student's sign-in name in a class, or a new one. */
async function nameFor(
	manager: EntityManager,
	classId: string,
	studentId: string | undefined,
	name: string,
): Promise<string> {
	const roster = await rosterOf(manager, classId);
	return (
		roster.find((s) => s.id === studentId)?.signInName ??
		freshSignInName(name, new Set(roster.map((s) => s.signInName.toLowerCase())))
	);
}

/**
 * Adds a student to a class; a new one gets a card.
 *
 * @throws Refusal "not-found" for another teacher's student, "taken" for a sign-in name in use
 */
export async function addStudent(
	manager: EntityManager,
	classId: string,
	{ body, prepared }: { readonly body: NewMember; readonly prepared: readonly Fresh[] },
	account: Account,
): Promise<{ studentId: string; card: Card | null }> {
	if ("studentId" in body) {
		const student = await studentOfTeacher(manager, body.studentId, account.id);
		if (!student || (!student.mine && !account.administrator)) throw new Refusal("not-found");
		await join(manager, classId, student.id, await nameFor(manager, classId, student.id, student.name));
		await recordAudit(manager, {
			who: account.id,
			what: "joined class",
			subject: student.id,
			field: "class",
			new: classId,
		});
		return { studentId: student.id, card: null };
	}
	const [planned] = await planRoster(
		manager,
		classId,
		[
			{
				row: 1,
				name: body.name,
				signInName: body.signInName ?? (await nameFor(manager, classId, undefined, body.name)),
				sourcedId: undefined,
			},
		],
		account,
	);
	if (planned?.does !== "adds")
		throw new Refusal(
			"taken",
			planned?.does === "wrong"
				? planned.says
				: `Another student in this class already signs in as ${body.signInName ?? ""} already.`,
		);
	const [card] = await carryOutRoster(manager, classId, [planned], prepared);
	if (!card) throw new Error("a new student has a card");
	await recordAudit(manager, {
		who: account.id,
		what: "joined class",
		subject: card.studentId,
		field: "class",
		new: classId,
	});
	return { studentId: card.studentId, card };
}

/** A student's move from one class to another. */
export interface Move {
	readonly from: string;
	readonly to: string;
	readonly studentId: string;
}

/** Moves a student to another class, with a sign-in name that is free there. */
export async function moveStudent(manager: EntityManager, move: Move, account: Account): Promise<StudentRow> {
	const { from, to, studentId } = move;
	const student = await studentIn(manager, from, studentId);
	if (!student || student.leftAt || from === to) throw new Refusal("not-found");
	await leave(manager, from, student.id);
	await join(manager, to, student.id, await nameFor(manager, to, student.id, student.name));
	await recordAudit(manager, {
		who: account.id,
		what: "moved student",
		subject: student.id,
		field: "class",
		old: from,
		new: to,
	});
	return (await studentIn(manager, to, student.id)) as StudentRow;
}
