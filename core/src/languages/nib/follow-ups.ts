import type { Problem } from "../problem.ts";
import type { Line } from "./lexer.ts";

/** Codes that only say that a name isn't known. */
const ABOUT_NAMES = new Set([
	"name-unknown",
	"set-undeclared",
	"function-unknown",
	"routine-unknown",
	"text-unquoted",
	"index-round",
]);
/** Codes of a line whose first word couldn't be understood: it may have been meant to open or close a block. */
const ABOUT_HEADS = new Set(["statement-unknown", "statement-missing", "statement-other", "statement-case"]);

/**
 * Leaves out problems that only follow from another: a name that a broken line would have declared, an `end` whose
 * opener was misspelt, a block whose `end` was, how many values a routine takes whose own line is broken. What is
 * left is what the student has to mend: never nothing, since a problem is left out only for another that stays.
 */
export function withoutFollowUps(problems: readonly Problem[], lines: readonly Line[]): Problem[] {
	const broken = new Set(problems.filter((p) => !ABOUT_NAMES.has(p.code)).map((p) => p.place.line));
	const lost = new Set(
		lines
			.filter((l) => broken.has(l.number))
			.flatMap((l) => l.tokens.filter((t) => t.type === "name").map((t) => t.text)),
	);
	const heads = problems.filter((p) => ABOUT_HEADS.has(p.code));
	/** Routines whose own line is broken: how many values they take isn't known. */
	const unsure = new Set(
		lines
			.filter((l) => l.tokens[0]?.text.toLowerCase() === "routine" && problems.some((p) => p.place.line === l.number))
			.flatMap((l) => l.tokens.slice(1).flatMap((t) => (t.type === "name" ? [t.text] : []))),
	);
	/** Whether a routine's own line is so broken that its name isn't known: any call may be of it. */
	const unnamed = lines.some(
		({ tokens: [head, name], number }) =>
			head?.text.toLowerCase() === "routine" && name?.type !== "name" && broken.has(number),
	);
	const reported = new Set<string>();
	/** Lines that should have declared a name and lack it: each accounts for one unknown name after it. */
	const nameless = problems.filter((p) => p.code === "name-missing").map((p) => p.place.line);
	return problems.filter((p) => {
		const again = `${p.code} ${p.data.name}`;
		const call = p.code === "routine-unknown" || p.code === "function-unknown";
		if (call && (unnamed || reported.has(again) || !reported.add(again))) return false;
		if (ABOUT_NAMES.has(p.code) && !broken.has(p.place.line)) {
			if (lost.has(String(p.data.name))) return false;
			const owner = nameless.findIndex((line) => line < p.place.line);
			if (owner >= 0) nameless.splice(owner, 1);
			return owner < 0;
		}
		// Calls that all give the same number of values are right together or wrong together: the first is reported.
		if (p.code === "call-count")
			return (
				!unsure.has(String(p.data.name)) &&
				!reported.has(`${again} ${p.data.count}`) &&
				reported.add(`${again} ${p.data.count}`) !== undefined
			);
		if (p.code === "end-extra") return !heads.some((h) => h.place.line < p.place.line);
		if (p.code === "end-missing") return !heads.some((h) => h.data.near === "end" && h.place.line > p.place.line);
		return true;
	});
}
