import type { Limits } from "../limits/limits.ts";
import type { GivenWrong } from "./given.ts";
import type { Help } from "./help.ts";
import type { Outline } from "./outline.ts";
import type { Problem, Sentences } from "./problem.ts";
import type { Rewritten } from "./rewritten.ts";
import type { Run, RunOptions } from "./run.ts";
import type { ProgramSites } from "./sites.ts";

/** The languages that a student's program can be written in, by the ids that exercises and hand-ins have. */
export const LANGUAGE_IDS = ["nib", "python", "javascript", "svg"] as const;
export type LanguageId = (typeof LANGUAGE_IDS)[number];

/** The endings of each language's files, the usual one first. */
export const ENDINGS: Readonly<Record<LanguageId, readonly string[]>> = Object.freeze({
	nib: [".nib.txt", ".nib"],
	python: [".py"],
	javascript: [".js", ".mjs"],
	svg: [".svg"],
});

/** The language of a file by its ending; undefined if no language has that ending. */
export function languageOfFile(name: string): LanguageId | undefined {
	const lower = name.toLowerCase();
	return LANGUAGE_IDS.find((id) => ENDINGS[id].some((ending) => lower.endsWith(ending)));
}

/** A program that was read, whether it can be run or not. */
export interface ReadProgram {
	readonly language: LanguageId;
	readonly source: string;
	/** Whether it can be run. */
	readonly isReadable: boolean;
	/** Why it can't be read; none if it can. */
	readonly problems: readonly Problem[];
	/** What reading it remarked. */
	readonly remarks: readonly Problem[];
	/** Sentences for problems of this language only. */
	readonly sentences: Sentences;
	/** What it is made of, for checks of the source. */
	readonly outline: Outline;
	/** Where it can be changed, for causes and for trying. Only of one that can be read. */
	readonly sites: ProgramSites;
	/** Whether a run can come out differently with another seed. */
	readonly usesChance: boolean;
	/**
	 * Runs it. Never throws for anything that a program does; a tape comes back however the run ended. Throws
	 * {@link GivenWrong} for a given value that the program has no place for, and an error where it can't be read.
	 */
	run(options: RunOptions): Run;
	/** The same program written otherwise, for trying an exercise; Nib's are made where exercises are tried. */
	rewritings?(): readonly Rewritten[];
	/** Why it can't be given some values; undefined if it can. */
	givenProblem(given: NonNullable<RunOptions["given"]>): GivenWrong | undefined;
}

/** What a student language offers: see docs/architecture.md. */
export interface Language {
	readonly id: LanguageId;
	/** Help for its words, in the order of the docs. */
	readonly help: ReadonlyMap<string, Help>;
	/**
	 * Parses and checks a source without running it. Never throws.
	 *
	 * @param without statements, methods or elements that the exercise forbids
	 */
	read(source: string, limits?: Limits, without?: readonly string[]): ReadProgram;
}

/** The languages that are loaded. Those that need an interpreter of their own are loaded where they are used. */
export type Languages = ReadonlyMap<LanguageId, Language>;

/** A source in a language. */
export interface SourceText {
	readonly source: string;
	readonly language: LanguageId;
}

/** A loaded language. Throws an error for one that isn't loaded: the caller is to load it first. */
export function languageOf(languages: Languages, id: LanguageId): Language {
	const language = languages.get(id);
	if (!language) throw new Error(`the language ${id} is not loaded`);
	return language;
}
