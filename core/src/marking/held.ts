import type { Case } from "./case.ts";
import type { Finding, Judgement } from "./criterion.ts";
import { judgeCriterion } from "./judge-criterion.ts";
import { creditOf } from "./points.ts";
import { criterionById } from "./wanted.ts";

/** Whether a criterion is met in full in a run. */
export function isHeld(id: string, run: Case): boolean {
	const criterion = criterionById(run.wanted, id);
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
export function heldIn(
	ids: readonly string[],
	plain: Case,
	others: readonly { readonly run: Case; readonly how: string }[],
): Finding[] | undefined {
	const left = ids.filter((id) => isHeld(id, plain));
	if (left.length === 0) return undefined;
	return left.map((id) => {
		const broken = others.find(({ run }) => !isHeld(id, run));
		return { met: broken === undefined, code: "held", data: { id, how: broken?.how ?? others[0]?.how ?? "" } };
	});
}

/** A judgement that waits, since nothing is left to hold. */
export const NOTHING_HELD: Judgement = { findings: [], share: 0, figures: [], waits: "held" };
