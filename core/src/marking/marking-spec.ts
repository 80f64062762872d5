import type { LanguageId, SourceText } from "../languages/language.ts";
import type { Common } from "./criterion.ts";
import type { Selector } from "./selector.ts";
import type { StatedProperties } from "./stated-properties.ts";

/** How far off an exercise lets things be. */
export interface Tolerances {
	/** Sheet units. */
	readonly position: number;
	readonly size: number;
	/** Degrees. */
	readonly angle: number;
}

/** A criterion with the check it names. */
export type Criterion = Common & { readonly check: string };

/** Several criteria that count together. */
export type Group = Common & {
	readonly "any of"?: readonly Criterion[];
	readonly "all of"?: readonly Criterion[];
	readonly "at least"?: number;
	readonly among?: readonly Criterion[];
};

/** Either of the two. */
export type CriterionOrGroup = Criterion | Group;

/** The criteria inside a group; none for a criterion. */
export function innerOf(asked: CriterionOrGroup): readonly Criterion[] {
	return "check" in asked ? [] : (asked["any of"] ?? asked["all of"] ?? asked.among ?? []);
}

/** All criteria, those inside groups too. */
export function criteriaIn(asked: readonly CriterionOrGroup[]): readonly Criterion[] {
	return asked.flatMap((one) => ("check" in one ? [one] : innerOf(one)));
}

/** What is marked against: the wanted figures and the criteria, and the programs that were given out. */
export interface MarkingSpec {
	readonly figures: ReadonlyMap<string, Selector>;
	readonly criteria: readonly CriterionOrGroup[];
	/** What the criteria state of each wanted figure, by its name; see {@link statedProperties}. */
	readonly stated: ReadonlyMap<string, StatedProperties>;
	readonly tolerances: Tolerances;
	readonly model: SourceText;
	/** What students begin with, by language. */
	readonly starters: ReadonlyMap<LanguageId, SourceText>;
	readonly example: SourceText | undefined;
	/** The exercise whose hand-in this one continues from, by its id. */
	readonly continues: string | undefined;
	/** Seeds that every criterion is judged with. */
	readonly seeds: readonly number[];
	/** Whether bonus points may earn more than the points that are possible. */
	readonly beyondFull: boolean;
}

/** A criterion by its id, inside groups too. */
export function criterionById(spec: MarkingSpec, id: string): Criterion | undefined {
	return criteriaIn(spec.criteria).find((c) => c.id === id);
}
