import type { Mistake } from "../mistakes/mistake.ts";
import { listed, num } from "./lists.ts";

/** What the sentences on a cause are made of. */
export interface CauseWords {
	readonly mistake: Pick<Mistake, "did" | "instead" | "asks">;
	readonly lines: readonly number[];
	/** Whether it is one of these lines; else it is all of them. */
	readonly either: boolean;
	readonly was: string;
	readonly now: string;
	/** Criteria that are met with it mended. */
	readonly met: number;
	/** Points that the mend earns. */
	readonly points: number;
}

/** Lines of one place in a sentence at most. */
const SHOWN = 4;

/** "line 4", "line 6 or line 9", "lines 4, 7 and 9". */
function places(lines: readonly number[], either: boolean): string {
	const all = [...new Set(lines)].sort((a, b) => a - b);
	if (all.length === 1) return `line ${all[0]}`;
	if (either)
		return listed(
			all.slice(0, SHOWN).map((line) => `line ${line}`),
			"or",
		);
	const shown = all.slice(0, SHOWN).map(String);
	return `lines ${listed(all.length > SHOWN ? [...shown, `${all.length - SHOWN} more`] : shown)}`;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** For teachers: "Line 4: turned right; turning left meets 3 more criteria." */
export function causeForTeacher({ mistake, lines, either, was, now, met, points }: CauseWords): string {
	const filled = (text: string) => text.replaceAll("{was}", was.trim()).replaceAll("{now}", now.trim());
	const gain =
		met > 0
			? `meets ${met} more ${met === 1 ? "criterion" : "criteria"}`
			: `earns ${num(points)} more ${points === 1 ? "point" : "points"}`;
	return `${capital(places(lines, either))}: ${filled(mistake.did)}; ${filled(mistake.instead)} ${gain}.`;
}

/** For students: leads to the place and asks, and gives no answer away. */
export function causeForStudent({ mistake, lines, either }: Pick<CauseWords, "mistake" | "lines" | "either">): string {
	return mistake.asks.replace("@", lines.length === 0 ? "" : ` in ${places(lines, either)}`);
}

/** For teachers, of what isn't proved: "Line 3: perhaps the routine is never called (called: never)." */
export function noticeForTeacher(mistake: Pick<Mistake, "did">, lines: readonly number[], evidence: string): string {
	const where = lines.length === 0 ? "" : `${capital(places(lines, false))}: `;
	const may = `perhaps ${mistake.did} (${evidence}).`;
	return where === "" ? capital(may) : where + may;
}
