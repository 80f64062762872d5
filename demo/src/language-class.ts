import { readFileSync } from "node:fs";
import { parse } from "yaml";
import { type ChanceAssignment, type ChanceHandIn, chanceWork, type Pool } from "./class-work.ts";
import type { DemoStudent } from "./people.ts";
import type { DemoProgram } from "./programs.ts";

/** One program of a class that works in other languages than Nib, with what is known of it; see its programs.yaml. */
export interface LanguageProgram
	extends Pick<DemoProgram, "exercise" | "right" | "mistake" | "costs" | "stops" | "unreadable" | "source"> {
	/** Where students may choose. */
	readonly language?: string;
}

/** An exercise of such a class: days before today, and its language. */
export interface LanguageExercise {
	readonly id: string;
	readonly set: number;
	readonly language: string;
}

/** A class's term in other languages than Nib. */
export interface LanguageTerm {
	/** Where its files are, beside `src`. */
	readonly folder: string;
	/** What the keys of its assignments begin with. */
	readonly key: string;
	readonly seed: number;
	readonly students: readonly DemoStudent[];
	/** One student in this many leaves an exercise out: one in three by default. */
	readonly restsEach?: number;
	readonly exercises: readonly LanguageExercise[];
}

/** A class that works in other languages than Nib. */
export class LanguageClass {
	/** In the order of the term. */
	readonly exercises: readonly LanguageExercise[];
	/** Each exercise's assignment: a week to do it in, the last one still open. */
	readonly term: readonly ChanceAssignment[];
	private readonly folder: string;
	private readonly students: readonly DemoStudent[];
	private readonly seed: number;
	private readonly restsEach: number;

	constructor({ folder, key, seed, students, restsEach = 3, exercises }: LanguageTerm) {
		this.folder = folder;
		this.seed = seed;
		this.restsEach = restsEach;
		this.students = students;
		this.exercises = exercises;
		this.term = exercises.map(({ id, set }) => ({
			key: `${key}-${id}`,
			exercises: [id],
			set,
			due: set - 7,
			closes: set - 9,
		}));
	}

	private file(name: string): string {
		return readFileSync(new URL(`../${this.folder}/${name}`, import.meta.url), "utf8");
	}

	/** The file of an exercise. */
	exercise(id: string): string {
		return this.file(`${id}.exercise.yaml`);
	}

	/** The programs that were written by hand. */
	programs(): LanguageProgram[] {
		return parse(this.file("programs.yaml")) as LanguageProgram[];
	}

	private pools(): Map<string, Pool> {
		const made = parse(this.file("pool.yaml")) as Record<string, Pool>;
		const byHand = this.programs();
		const of = (exercise: string, isRight: boolean) =>
			byHand.filter((p) => p.exercise === exercise && (p.right !== undefined) === isRight);
		return new Map(
			Object.entries(made).map(([id, { right, mistaken }]) => [
				id,
				{ right: [...of(id, true), ...right], mistaken: [...of(id, false), ...mistaken] },
			]),
		);
	}

	/** What the class hands in: most do each exercise, some a second time. */
	work(): ChanceHandIn[] {
		const known = this.pools();
		const languages = new Map(this.exercises.map((e) => [e.id, e.language]));
		return this.term.flatMap((assignment, k) => {
			const students = this.students.filter((_, i) => (i + 2 * k) % this.restsEach !== 0);
			return chanceWork(this.seed + k, students, [assignment], known).map((handIn) => ({
				...handIn,
				language: handIn.language ?? languages.get(handIn.exercise),
			}));
		});
	}
}
