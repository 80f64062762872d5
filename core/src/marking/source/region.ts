import { z } from "zod";
import { everyStep, type Step } from "../../languages/outline.ts";
import type { Program } from "./program.ts";

/** A part of a program that a criterion looks at. */
export const region = z.union([
	z.enum(["anywhere", "main", "each frame"]),
	z.string().regex(/^routine [A-Za-z][A-Za-z0-9_]*$/, {
		error: 'give anywhere, main, each frame, or routine and its name, as in "routine lamp"',
	}),
]);
export type Region = z.infer<typeof region>;

/**
 * The blocks of statements that belong to a part; for a routine that the program doesn't have, `instead` are looked
 * at.
 */
export function blocksIn(program: Program, where: Region, instead: readonly string[] = []): (readonly Step[])[] {
	const main = program.steps.filter((s) => s.node !== "routine");
	if (where === "anywhere") return [main, ...[...program.routines.values()].map((r) => r.body)];
	if (where === "main") return [main];
	if (where === "each frame") return main.flatMap((s) => (s.node === "frames" ? [s.body] : []));
	const name = where.slice("routine ".length);
	const meant = program.routines.has(name) ? [name] : name === "any" ? [...program.routines.keys()] : instead;
	return meant.map((n) => program.routines.get(n)?.body ?? []);
}

/** Every statement of a part, those inside blocks too. */
export function stepsIn(program: Program, where: Region, instead: readonly string[] = []): Step[] {
	return blocksIn(program, where, instead).flatMap((block) =>
		[...everyStep(block)].filter((s) => s.node !== "routine"),
	);
}
