import { optionsOf } from "../marking/checks/index.ts";
import { judge } from "../marking/judge.ts";
import { type CriterionOrGroup, innerOf } from "../marking/marking-spec.ts";
import type { ProgramRun } from "../marking/scene.ts";

/**
 * Checks that no change of the program proves anything about: a person's, an answer, a student's own work, and what
 * only asks for something different, which any change gives.
 */
const NEVER = new Set(["by teacher", "own work", "answer"]);

const METS = new WeakMap<ProgramRun, ReadonlySet<string>>();

/** Ids of the criteria that an exercise's model meets. */
function metBy(model: ProgramRun): ReadonlySet<string> {
	let met = METS.get(model);
	if (!met) {
		met = new Set(judge(model).judged.flatMap((j) => (j.score.verdict === "met" ? [j.criterion.id] : [])));
		METS.set(model, met);
	}
	return met;
}

/**
 * Whether a mend that meets a criterion proves something. It doesn't if a person judges the criterion, if the model
 * misses it, or if any change would meet it.
 */
export function canBeSearched(asked: CriterionOrGroup, model: ProgramRun): boolean {
	return metBy(model).has(asked.id) && isProvable(asked);
}

function isProvable(asked: CriterionOrGroup): boolean {
	if (!("check" in asked) || asked.check === undefined) return innerOf(asked).every(isProvable);
	if (asked.check === "distinct") return optionsOf(asked, "distinct")?.["no twins"] === true;
	if (NEVER.has(asked.check) || optionsOf(asked, "change")?.moved === true) return false;
	if (optionsOf(asked, "code")?.statements?.["fewer than"] === "own last") return false;
	const to = optionsOf(asked, "likeness")?.to;
	return to === undefined || (to !== "own last try" && typeof to !== "object");
}
