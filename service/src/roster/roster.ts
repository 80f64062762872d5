import type { Account, Card, ImportRow } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { findClass } from "../class/store.ts";
import type { RosterLine } from "../reading/roster-file.ts";
import { type Fresh, freshPassphrases } from "../session/fresh.ts";
import { endAll, setPassphrase } from "../session/store.ts";
import { freshSignInName } from "./sign-in-name.ts";
import {
	insertStudent,
	join,
	renameStudent,
	rosterOf,
	type StudentRow,
	setSignInName,
	studentBySourcedId,
	studentOfTeacher,
} from "./store.ts";

/** One row of an import with all data needed to apply it. */
export interface Planned extends ImportRow {
	readonly studentId: string | undefined;
	readonly signInName: string;
	readonly sourcedId: string | undefined;
}

/** Largest number of students in one import. */
const MAX_ROWS = 1_000;
const LONGEST_NAME = 120;
// biome-ignore lint/suspicious/noControlCharactersInRegex: what names may not hold.
const NO_NAME = /[\u0000-\u001f\u007f\u2028\u2029]/;

/** Whether a text can be the name of a person or a class. */
export const isName = (text: string): boolean =>
	text.trim() !== "" && text.length <= LONGEST_NAME && !NO_NAME.test(text);

const lower = (text: string) => text.toLowerCase();

/**
 * What an import would do with each row, without changing anything. A row is matched by the school's number, then by
 * sign-in name in the class, then by a name that is unique in the class.
 */
export async function planRoster(
	manager: EntityManager,
	classId: string,
	lines: readonly RosterLine[],
	teacher: Account,
): Promise<Planned[]> {
	const roster = await rosterOf(manager, classId);
	const taken = new Set(roster.map((s) => lower(s.signInName)));
	const seen = new Set<string>();
	const planned: Planned[] = [];
	for (const line of lines.slice(0, MAX_ROWS))
		planned.push(await planLine(manager, line, { roster, taken, seen, teacher }));
	for (const line of lines.slice(MAX_ROWS))
		planned.push(wrong(line, `one file brings ${MAX_ROWS} students at most; put the rest into another file`));
	return planned;
}

function wrong(line: RosterLine, says: string): Planned {
	return {
		row: line.row,
		name: line.name,
		does: "wrong",
		says: `Skipped: ${says}.`,
		studentId: undefined,
		signInName: "",
		sourcedId: undefined,
	};
}

interface Plan {
	readonly roster: readonly StudentRow[];
	readonly taken: Set<string>;
	readonly seen: Set<string>;
	readonly teacher: Account;
}

async function planLine(
	manager: EntityManager,
	line: RosterLine,
	{ roster, taken, seen, teacher }: Plan,
): Promise<Planned> {
	const { row, name, signInName, sourcedId } = line;
	if (name === "") return wrong(line, "the name is missing");
	if (!isName(name)) return wrong(line, `a name is one line of text with ${LONGEST_NAME} letters at most`);
	if (signInName !== undefined && !/^[\p{L}\p{N}._-]{1,80}$/u.test(signInName))
		return wrong(line, "a sign-in name has only letters, digits, dots and hyphens");
	const namesakes = roster.filter((s) => lower(s.name) === lower(name));
	const byNumber =
		sourcedId === undefined ? undefined : roster.find((s) => s.sourcedId === sourcedId || s.id === sourcedId);
	const bySignIn = signInName === undefined ? undefined : roster.find((s) => lower(s.signInName) === lower(signInName));
	if (byNumber && bySignIn && byNumber.id !== bySignIn.id)
		return wrong(line, `the number is ${byNumber.name}'s and the sign-in name is ${bySignIn.name}'s`);
	if (bySignIn && sourcedId !== undefined && bySignIn.sourcedId !== null && bySignIn.sourcedId !== sourcedId)
		return wrong(line, `${bySignIn.name} signs in by this name in this class and has another number`);
	const known = byNumber ?? bySignIn;
	if (!known && namesakes.length > 1 && signInName === undefined && sourcedId === undefined)
		return wrong(line, "several students in the class have this name; give their sign-in names or numbers");
	const unnumbered =
		namesakes.length === 1 && (sourcedId === undefined || namesakes[0]?.sourcedId === null) && signInName === undefined
			? namesakes[0]
			: undefined;
	const student = known ?? unnumbered;
	const identity =
		student?.id ??
		(sourcedId !== undefined
			? `number ${sourcedId}`
			: signInName !== undefined
				? `sign-in ${lower(signInName)}`
				: `name ${lower(name)}`);
	if (seen.has(identity)) return wrong(line, "it is in this file twice");
	seen.add(identity);
	// One of our own ids isn't a number from the school's records.
	const of = { row, name, sourcedId: student?.id === sourcedId ? undefined : sourcedId };
	if (student) {
		const next = signInName ?? student.signInName;
		if (lower(next) !== lower(student.signInName) && taken.has(lower(next)))
			return wrong(line, `another student in the class signs in as ${next}`);
		taken.add(lower(next));
		const changes = [
			...(student.name !== name ? [`the name from ${student.name}`] : []),
			...(student.signInName !== next ? [`the sign-in name from ${student.signInName} to ${next}`] : []),
			...(sourcedId !== undefined && student.sourcedId !== sourcedId && student.id !== sourcedId ? ["the number"] : []),
		];
		const more = { ...of, studentId: student.id, signInName: next };
		if (student.leftAt && !teacher.administrator && !(await studentOfTeacher(manager, student.id, teacher.id))?.mine)
			return wrong(line, "this student is now in another teacher's class; an administrator can move them back");
		if (student.leftAt) return { ...more, does: "comes back", says: "Returns to the class, with all earlier work." };
		return changes.length > 0
			? { ...more, does: "updates", says: `Changes ${changes.join(", ")}.` }
			: { ...more, does: "leaves it", says: "Already in the class; no change." };
	}
	const next = signInName ?? freshSignInName(name, taken);
	if (taken.has(lower(next))) return wrong(line, `another student in the class signs in as ${next}`);
	const elsewhere = sourcedId === undefined ? undefined : await studentBySourcedId(manager, sourcedId, teacher.id);
	if (elsewhere && !elsewhere.mine && !teacher.administrator)
		return wrong(line, "this number belongs to another teacher's student; an administrator can add them");
	taken.add(lower(next));
	if (elsewhere)
		return {
			...of,
			does: "joins",
			says: `Is in another class as ${elsewhere.name}, and joins this one too.`,
			studentId: elsewhere.id,
			signInName: next,
		};
	return { ...of, does: "adds", says: `Is new, and will sign in as ${next}.`, studentId: undefined, signInName: next };
}

/** How many new students a plan brings. */
export const newIn = (planned: readonly Planned[]) => planned.filter((p) => p.does === "adds").length;

/**
 * Applies a plan, with a card for each new student.
 *
 * @param prepared passphrases for them; missing ones are created
 */
export async function carryOutRoster(
	manager: EntityManager,
	classId: string,
	planned: readonly Planned[],
	prepared: readonly Fresh[],
): Promise<Card[]> {
	const record = await findClass(manager, classId);
	const cards: Card[] = [];
	const fresh = planned.filter((p) => p.does === "adds");
	const passphrases = [...prepared, ...(await freshPassphrases(Math.max(0, fresh.length - prepared.length)))];
	for (const [i, p] of fresh.entries()) {
		const { passphrase, hash } = passphrases[i] as Fresh;
		const studentId = v7();
		await insertStudent(manager, {
			id: studentId,
			name: p.name,
			signInName: p.signInName,
			hash,
			sourcedId: p.sourcedId ?? null,
		});
		await join(manager, classId, studentId, p.signInName);
		cards.push({
			studentId,
			name: p.name,
			className: record?.name ?? "",
			classCode: record?.code ?? "",
			signInName: p.signInName,
			passphrase,
		});
	}
	for (const p of planned) {
		if (p.studentId === undefined || p.does === "leaves it" || p.does === "wrong") continue;
		if (p.does === "joins" || p.does === "comes back") await join(manager, classId, p.studentId, p.signInName);
		if (p.does === "updates" || p.does === "comes back") {
			await renameStudent(manager, p.studentId, p.name, p.sourcedId);
			await setSignInName(manager, classId, p.studentId, p.signInName);
		}
	}
	return cards;
}

/**
 * New cards for students of a class, with a passphrase prepared for each. The old cards stop working, and their
 * sessions and tokens end.
 */
export async function newCards(
	manager: EntityManager,
	classId: string,
	students: readonly StudentRow[],
	prepared: readonly Fresh[],
): Promise<Card[]> {
	const record = await findClass(manager, classId);
	const made = students.map((student, i) => ({ student, ...(prepared[i] as Fresh) }));
	for (const { student, hash } of made) {
		await setPassphrase(manager, student.id, hash, false);
		await endAll(manager, student.id, undefined, true);
	}
	return made.map(({ student, passphrase }) => ({
		studentId: student.id,
		name: student.name,
		className: record?.name ?? "",
		classCode: record?.code ?? "",
		signInName: student.signInName,
		passphrase,
	}));
}
