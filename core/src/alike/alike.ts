import { languagesOf } from "../exercise/languages-of.ts";
import { programRunOf } from "../exercise/program-run-of.ts";
import { exampleOf, starterOf } from "../exercise/programs.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { log } from "../geometry/power.ts";
import type { Languages, SourceText } from "../languages/language.ts";
import { NIB_ALONE } from "../languages/nib/nib.ts";
import { type Fingerprint, fingerprint } from "./fingerprint.ts";

/**
 * Two hand-ins that are much closer than is usual for the exercise. A pointer for a person to look at, never a
 * verdict.
 */
export interface AlikePair {
	/** Indices of the two, the smaller first. */
	readonly one: number;
	readonly other: number;
	/** How much of what is rare in the class the two share, 0 to 1: in all, in their drawings, in their sources. */
	readonly likeness: number;
	readonly drawing: number;
	readonly source: number;
}

/** Similarity above which pairs are listed, if they are also unusual in the class. */
const LEAST = 0.75;
/**
 * How much that is rare two must share at least: a feature that only they have weighs the logarithm of half the
 * class.
 */
const TELLS = 18;
/** Distance of an unusual pair above the median, in median absolute deviations. */
const STANDS_OUT = 3;

function fingerprintOf(text: SourceText, exercise: ExerciseFile, languages: Languages): Fingerprint {
	const run = programRunOf(text, exercise, { languages });
	return fingerprint(run.program.read.outline, run.drawing);
}

/** A feature's weight: 0 if nearly all programs have it, or if it was given. */
class Weights {
	private readonly counts = new Map<string, number>();
	private readonly all: number;
	private readonly given: ReadonlySet<string>;

	constructor(all: readonly ReadonlySet<string>[], given: readonly ReadonlySet<string>[]) {
		for (const features of all) for (const f of features) this.counts.set(f, (this.counts.get(f) ?? 0) + 1);
		this.all = all.length;
		this.given = new Set(given.flatMap((g) => [...g]));
	}

	of(feature: string): number {
		if (this.given.has(feature)) return 0;
		// Two that share it are no rarer than one in the class that has it.
		return log(Math.max(1, this.all / Math.max(2, this.counts.get(feature) ?? 2)));
	}

	/** Weighted Jaccard index of two feature sets; undefined if neither has a weighted feature. */
	share(
		a: ReadonlySet<string>,
		b: ReadonlySet<string>,
	): { readonly share: number; readonly tells: number } | undefined {
		let [both, either] = [0, 0];
		for (const f of a) {
			const weight = this.of(f);
			either += weight;
			if (b.has(f)) both += weight;
		}
		for (const f of b) if (!a.has(f)) either += this.of(f);
		return either < 1 ? undefined : { share: both / either, tells: both };
	}
}

/**
 * Pairs of a class's hand-ins to one exercise that are much closer than usual, the closest first. What was given out
 * never counts.
 */
export function alikePairs(
	sources: readonly SourceText[],
	exercise: ExerciseFile,
	languages: Languages = NIB_ALONE,
): AlikePair[] {
	const prints = sources.map((s) => fingerprintOf(s, exercise, languages));
	const givenOut = [...languagesOf(exercise).map((id) => starterOf(exercise, id)), exampleOf(exercise)];
	const given = givenOut.flatMap((s) => (s === undefined ? [] : [fingerprintOf(s, exercise, languages)]));
	const weights = (key: keyof Fingerprint) =>
		new Weights(
			prints.map((p) => p[key]),
			given.map((g) => g[key]),
		);
	const [source, drawing, manner] = [weights("source"), weights("drawing"), weights("manner")];
	const pairs: AlikePair[] = [];
	for (let i = 0; i < prints.length; i++) {
		for (let j = i + 1; j < prints.length; j++) {
			const [a, b] = [prints[i] as Fingerprint, prints[j] as Fingerprint];
			const drawn = drawing.share(a.drawing, b.drawing);
			const written = source.share(a.source, b.source);
			const made = manner.share(a.manner, b.manner);
			// Another order, other numbers or a loop written out leave one of them as it was.
			const told = [drawn, written, made].filter((v) => v !== undefined);
			if (told.length === 0) continue;
			const best = told.map((t) => t.share).sort((x, y) => y - x);
			// Short programs that all go about it in the same way share little that would tell of copying.
			const enough = told.reduce((sum, t) => sum + t.tells, 0) >= TELLS;
			const both = told.length === 1 ? 0 : ((best[0] as number) * 2 + (best[1] as number)) / 3;
			const alone = Math.max(...told.map((t) => t.share * Math.min(1, t.tells / (1.5 * TELLS))));
			const likeness = enough ? Math.max(both, alone) : 0;
			pairs.push({
				one: i,
				other: j,
				likeness,
				drawing: drawn?.share ?? 0,
				source: Math.max(written?.share ?? 0, made?.share ?? 0),
			});
		}
	}
	const sorted = pairs.map((p) => p.likeness).sort((x, y) => x - y);
	const usual = sorted[Math.floor(sorted.length / 2)] ?? 0;
	const spread =
		pairs.map((p) => Math.abs(p.likeness - usual)).sort((x, y) => x - y)[Math.floor(pairs.length / 2)] ?? 0;
	const least = Math.max(LEAST, usual + STANDS_OUT * Math.max(spread, 0.03));
	return pairs
		.filter((p) => p.likeness >= least)
		.sort((x, y) => y.likeness - x.likeness || x.one - y.one || x.other - y.other);
}
