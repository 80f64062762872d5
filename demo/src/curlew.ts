import { readFileSync } from "node:fs";
import { parse } from "yaml";
import { type ChanceAssignment, type ChanceHandIn, chanceWork, type Pool } from "./class-work.ts";
import { DEMO_STUDENTS } from "./people.ts";
import type { DemoProgram } from "./programs.ts";

/** One program of 8 Curlew's, with what is known of it; see curlew/programs.yaml. */
export interface CurlewProgram
	extends Pick<DemoProgram, "exercise" | "right" | "mistake" | "costs" | "stops" | "unreadable" | "source"> {
	/** Where students may choose. */
	readonly language?: string;
}

const file = (name: string) => readFileSync(new URL(`../curlew/${name}`, import.meta.url), "utf8");

/** 8 Curlew's exercises in JavaScript and SVG, in the order of the term, with the languages that they are done in. */
export const CURLEW_EXERCISES = [
	{ id: "signal-lamp", set: 34, language: "javascript" },
	{ id: "harbour-steps", set: 30, language: "javascript" },
	{ id: "pennant-line", set: 26, language: "javascript" },
	{ id: "radar-rings", set: 22, language: "javascript" },
	{ id: "shop-sign", set: 18, language: "svg" },
	{ id: "life-ring", set: 14, language: "svg" },
	{ id: "three-dinghies", set: 10, language: "svg" },
	{ id: "evening-sea", set: 5, language: "svg" },
] as const;

export const curlewExercise = (id: string) => file(`${id}.exercise.yaml`);

export function curlewPrograms(): CurlewProgram[] {
	return parse(file("programs.yaml")) as CurlewProgram[];
}

/** Each exercise's assignment: a week to do it in, the last one still open. */
export const CURLEW_TERM: readonly ChanceAssignment[] = CURLEW_EXERCISES.map(({ id, set }) => ({
	key: `c-${id}`,
	exercises: [id],
	set,
	due: set - 7,
	closes: set - 9,
}));

function pools(): Map<string, Pool> {
	const made = parse(file("pool.yaml")) as Record<string, Pool>;
	const byHand = curlewPrograms();
	const of = (exercise: string, isRight: boolean) =>
		byHand.filter((p) => p.exercise === exercise && (p.right !== undefined) === isRight);
	return new Map(
		Object.entries(made).map(([id, { right, mistaken }]) => [
			id,
			{ right: [...of(id, true), ...right], mistaken: [...of(id, false), ...mistaken] },
		]),
	);
}

/** What the class hands in: about thirteen do each exercise, some a second time. */
export function curlewWork(): ChanceHandIn[] {
	const known = pools();
	const languages = new Map<string, string>(CURLEW_EXERCISES.map((e) => [e.id, e.language]));
	return CURLEW_TERM.flatMap((assignment, k) => {
		const students = DEMO_STUDENTS.curlew.filter((_, i) => (i + 2 * k) % 3 !== 0);
		return chanceWork(8_200 + k, students, [assignment], known).map((handIn) => ({
			...handIn,
			language: handIn.language ?? languages.get(handIn.exercise),
		}));
	});
}
