import { CLASS_LIMITS, type Limits } from "../../limits/limits.ts";
import type { Problem } from "../problem.ts";
import { tooLarge } from "../source-size.ts";
import { type Checked, check } from "./checker.ts";
import { withoutFollowUps } from "./follow-ups.ts";
import { parse } from "./parser.ts";
import { everyStep, type ProgramTree } from "./tree.ts";

/** A source that can be run, or why it can't. */
export type Read =
	| { readonly ok: true; readonly checked: Checked; readonly remarks: readonly Problem[] }
	| { readonly ok: false; readonly problems: readonly Problem[] };

/** The statements and blocks that an exercise leaves out of the language, where a program uses them. */
function leftOut({ steps }: ProgramTree, without: readonly string[]): Problem[] {
	if (without.length === 0) return [];
	const told: Problem[] = [];
	for (const step of everyStep(steps)) {
		const word = step.node === "draw" ? step.statement.head : step.node === "each" ? "for" : step.node;
		if (without.includes(word))
			told.push({
				code: "statement-left-out",
				place: { ...step.place, length: Math.min(step.place.length, word.length) },
				data: { word },
			});
	}
	return told.slice(0, 50);
}

/**
 * Reads a source: spelling, order, counts, names and kinds. Never throws, whatever the source.
 *
 * @param without statements that are left out of the language
 */
export function read(source: string, limits: Limits = CLASS_LIMITS, without: readonly string[] = []): Read {
	const large = tooLarge(source, limits);
	if (large) return { ok: false, problems: [large] };
	const { program, problems, remarks, lines } = parse(source, limits);
	const checked = check(program, Math.max(1, lines.at(-1)?.tokens.at(-1)?.place.line ?? 1));
	const taken = new Set(problems.map((p) => p.place.line));
	const all = withoutFollowUps(
		[
			...problems,
			...(problems.some((p) => p.code === "end-missing")
				? []
				: checked.problems.filter((p) => !taken.has(p.place.line))),
		],
		lines,
	);
	all.sort((a, b) => a.place.line - b.place.line || a.place.column - b.place.column);
	if (all.length === 0) all.push(...leftOut(program, without));
	return all.length > 0
		? { ok: false, problems: all.slice(0, 50) }
		: { ok: true, checked, remarks: [...remarks, ...checked.remarks].sort((a, b) => a.place.line - b.place.line) };
}
