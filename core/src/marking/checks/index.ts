import type { Judgement, SharedFindings } from "../criterion.ts";
import type { Criterion, CriterionOrGroup } from "../marking-spec.ts";
import { answer } from "./answer.ts";
import { arrangement } from "./arrangement.ts";
import { byTeacher } from "./by-teacher.ts";
import { change } from "./change.ts";
import type { Check } from "./check.ts";
import { code } from "./code.ts";
import { colour } from "./colour.ts";
import { count } from "./count.ts";
import { distinct } from "./distinct.ts";
import { filling } from "./filling.ts";
import { likeness } from "./likeness.ts";
import { measure } from "./measure.ts";
import { movement } from "./movement.ts";
import { nothingElse } from "./nothing-else.ts";
import { order } from "./order.ts";
import { ownWork } from "./own-work.ts";
import { path } from "./path.ts";
import { position } from "./position.ts";
import { relation } from "./relation.ts";
import { runs } from "./runs.ts";
import { sheet } from "./sheet.ts";
import { visible } from "./visible.ts";
import { whatIf } from "./what-if.ts";

/**
 * In the order of the docs: how many, how large, where, in what colour, filled or not; how figures relate to one
 * another, and on what; how the pen went; nothing else, what is seen and what differs; the source; other runs, frames
 * and drawings; what people say.
 */
export const CHECKS = Object.freeze([
	count,
	measure,
	position,
	colour,
	filling,
	relation,
	arrangement,
	order,
	sheet,
	path,
	nothingElse,
	visible,
	distinct,
	code,
	runs,
	whatIf,
	movement,
	likeness,
	change,
	ownWork,
	answer,
	byTeacher,
] as const);

type AnyCheck = (typeof CHECKS)[number];

/** Every finding that some check makes: a code with its data. */
export type CheckFinding = AnyCheck extends { readonly judge: (...given: never[]) => Judgement<infer F> } ? F : never;

/** The data of every finding, by its code. */
export type FindingData = SharedFindings & {
	[C in CheckFinding["code"]]: Extract<CheckFinding, { readonly code: C }>["data"];
};

/** What the sentence of each check's criteria is made of, by the check's name. */
export type CheckSentences = { [C in AnyCheck as C["name"]]: ReturnType<C["says"]> };

/** What a criterion asks for: its check, and what its sentence is made of. */
export type CriterionAsk<N extends keyof CheckSentences = keyof CheckSentences> = {
	[K in N]: { readonly check: K; readonly data: CheckSentences[K] };
}[N];

// Each check takes options of its own; that a criterion has the options of its check is what the schema makes sure of.
const BY_NAME: ReadonlyMap<string, Check> = new Map(CHECKS.map((c) => [c.name, c as unknown as Check]));

/** The check of a name. Throws RangeError for a name that isn't one. */
export function checkOf(name: string): Check {
	const check = BY_NAME.get(name);
	if (!check) throw new RangeError(`no check is called ${name}`);
	return check;
}

/** The options that each check takes, by its name. */
type CheckOptions = { [C in AnyCheck as C["name"]]: Parameters<C["judge"]>[0] };

/** The options of a criterion; undefined if it is of another check. */
export function optionsOf<N extends keyof CheckOptions>(
	criterion: CriterionOrGroup,
	name: N,
): CheckOptions[N] | undefined {
	// The schema of exercises gives a criterion the options of its check, whose type its name doesn't carry.
	return "check" in criterion && criterion.check === name ? (criterion as unknown as CheckOptions[N]) : undefined;
}

/** What a criterion asks for, as words need it. Throws RangeError where its check isn't one. */
export function askOf(criterion: Criterion): CriterionAsk {
	const { name, says } = checkOf(criterion.check);
	// `says` belongs to the check of that name; the list of checks has it by its name, not by its type.
	return { check: name, data: says(criterion) } as CriterionAsk;
}
