import type { Finding, Judgement } from "./criterion.ts";
import { judgeCriterion } from "./judge-criterion.ts";
import { criterionById } from "./marking-spec.ts";
import { creditOf } from "./points.ts";
import type { ProgramRun } from "./program-run.ts";

/** Whether a criterion is met in full in a run. */
export function isCriterionMet(id: string, run: ProgramRun): boolean {
	const criterion = criterionById(run.spec, id);
	return (
		criterion !== undefined &&
		creditOf({ criterion, forbids: false, judgement: judgeCriterion(criterion, run) }) >= 1 - 1e-9
	);
}

/**
 * Whether criteria that the plain run meets hold in other runs too. Those that it misses already are left out.
 *
 * @returns undefined where none is left
 */
export function checkInvariants(
	ids: readonly string[],
	plain: ProgramRun,
	others: readonly { readonly run: ProgramRun; readonly how: string }[],
): Finding[] | undefined {
	const left = ids.filter((id) => isCriterionMet(id, plain));
	if (left.length === 0) return undefined;
	return left.map((id) => {
		const broken = others.find(({ run }) => !isCriterionMet(id, run));
		return { met: broken === undefined, code: "held", data: { id, how: broken?.how ?? others[0]?.how ?? "" } };
	});
}

/** A judgement that waits, since nothing is left to hold. */
export const NO_INVARIANT_LEFT: Judgement = { findings: [], share: 0, figures: [], waits: "held" };
