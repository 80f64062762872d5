import { readFileSync } from "node:fs";
import { parse } from "yaml";
import { Chance } from "./chance.ts";
import type { DemoStudent } from "./people.ts";
import { demoPrograms } from "./programs.ts";

/** Programs of an exercise for classes that are made by chance. */
export interface Pool {
	readonly right: readonly PoolProgram[];
	readonly mistaken: readonly PoolProgram[];
}

/** A program, or one with the language that it is written in where that isn't its exercise's first. */
type PoolProgram = string | { readonly source: string; readonly language?: string };

/** One assignment of a randomly made class: days before today, and the work. */
export interface ChanceAssignment {
	readonly key: string;
	readonly exercises: readonly string[];
	readonly set: number;
	readonly due: number;
	readonly closes: number;
}

export interface ChanceHandIn {
	readonly assignment: string;
	readonly exercise: string;
	readonly student: string;
	readonly tryNumber: number;
	readonly source: string;
	/** Nib where none is named. */
	readonly language?: string | undefined;
	/** Days before today, and minutes after lessons begin. */
	readonly day: number;
	readonly minute: number;
}

function pools(): Map<string, Pool> {
	const made = parse(readFileSync(new URL("../pool.yaml", import.meta.url), "utf8")) as Record<string, Pool>;
	const byHand = demoPrograms();
	const of = (exercise: string, key: "right" | "mistake") =>
		byHand.filter((p) => p.exercise === exercise && p[key] !== undefined).map((p) => p.source);
	return new Map(
		Object.entries(made).map(([id, { right, mistaken }]) => [
			id,
			{ right: [...of(id, "right"), ...right], mistaken: [...of(id, "mistake"), ...mistaken] },
		]),
	);
}

/** How often a student hands nothing in, gets it right at once, and tries again after a mistake. */
const SHARES = { missing: 0.1, right: 0.4, again: 0.45, late: 0.08 } as const;

/**
 * The hand-ins of a class: for each student and exercise none, one or two tries, no two with the same program. Few
 * students have started what is still open, with at most two tries.
 */
export function chanceWork(
	seed: number,
	students: readonly DemoStudent[],
	assignments: readonly ChanceAssignment[],
	known: ReadonlyMap<string, Pool> = pools(),
): ChanceHandIn[] {
	const chance = new Chance(seed);
	const handIns: ChanceHandIn[] = [];
	for (const assignment of assignments) {
		for (const exercise of assignment.exercises) {
			const pool = known.get(exercise);
			if (!pool) throw new Error(`the demo has no programs for ${exercise}`);
			const [right, mistaken] = [chance.shuffled(pool.right), chance.shuffled(pool.mistaken)];
			for (const { key } of students) {
				const [missing, isRight, again, late, when] = [
					chance.next(),
					chance.next(),
					chance.next(),
					chance.next(),
					chance.below(90),
				];
				if (missing < (assignment.due < 0 ? 0.5 : SHARES.missing)) continue;
				const sources =
					isRight < SHARES.right
						? [right.pop()]
						: [mistaken.pop(), ...(again < SHARES.again ? [right.pop() ?? mistaken.pop()] : [])];
				const day = Math.max(
					1,
					late < SHARES.late && assignment.due > assignment.closes ? assignment.due - 1 : assignment.set - (when % 5),
				);
				sources.forEach((program, i) => {
					if (program !== undefined)
						handIns.push({
							assignment: assignment.key,
							exercise,
							student: key,
							tryNumber: i + 1,
							...(typeof program === "string"
								? { source: program }
								: { source: program.source, ...(program.language && { language: program.language }) }),
							day,
							minute: 15 + when + 20 * i,
						});
				});
			}
		}
	}
	return handIns;
}
