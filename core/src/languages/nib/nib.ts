import { CLASS_LIMITS, type Limits } from "../../limits/limits.ts";
import { type Given, GivenWrong } from "../given.ts";
import type { Language, Languages, ReadProgram } from "../language.ts";
import type { Outline } from "../outline.ts";
import type { Problem, Sentences } from "../problem.ts";
import type { Run, RunOptions } from "../run.ts";
import type { ProgramSites } from "../sites.ts";
import type { Checked } from "./checker.ts";
import { givenValues } from "./given-values.ts";
import { HELP } from "./help.ts";
import { nibOutline } from "./nib-outline.ts";
import { read } from "./read.ts";
import { run } from "./runner.ts";
import { nibSites } from "./sites/nib-sites.ts";

/** A program in Nib. */
export class NibProgram implements ReadProgram {
	readonly language = "nib";
	/** All that is said of Nib is among the sentences that every language shares. */
	readonly sentences: Sentences = {};
	readonly source: string;
	/** Undefined if the source can't be read. */
	readonly checked: Checked | undefined;
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
	private outlined: Outline | undefined;
	private found: ProgramSites | undefined;

	constructor(source: string, limits: Limits, without: readonly string[]) {
		const reading = read(source, limits, without);
		this.source = source;
		this.checked = reading.ok ? reading.checked : undefined;
		this.problems = reading.ok ? [] : reading.problems;
		this.remarks = reading.ok ? reading.remarks : [];
	}

	get isReadable(): boolean {
		return this.checked !== undefined;
	}

	get outline(): Outline {
		this.outlined ??= nibOutline(this.source, this.checked);
		return this.outlined;
	}

	get sites(): ProgramSites {
		this.found ??= nibSites(this.source, this.readable.program.steps);
		return this.found;
	}

	get usesChance(): boolean {
		return /\b(random|choose)\s*\(/.test(this.source);
	}

	run(options: RunOptions): Run {
		return run(this.readable, options);
	}

	givenProblem(given: Given): GivenWrong | undefined {
		if (!this.checked) return undefined;
		try {
			givenValues(this.checked, given);
			return undefined;
		} catch (error) {
			if (error instanceof GivenWrong) return error;
			throw error;
		}
	}

	private get readable(): Checked {
		if (!this.checked) throw new Error("a source that can't be read has no run and no sites");
		return this.checked;
	}
}

/** The language of our own, for beginners. */
export const NIB: Language = Object.freeze({
	id: "nib" as const,
	help: HELP,
	read: (source: string, limits: Limits = CLASS_LIMITS, without: readonly string[] = []) =>
		new NibProgram(source, limits, without),
});

/** What is there without loading an interpreter. */
export const NIB_ALONE: Languages = new Map([["nib", NIB]]);
