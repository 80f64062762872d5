import type { FindingOf, Judgement, SharedFindings } from "./criterion.ts";
import type { Judging, ProgramRun } from "./scene.ts";

/** A run in which criteria are to hold too, and how sentences call it. */
export interface OtherRun {
	readonly run: ProgramRun;
	readonly how: string;
}

/**
 * Whether criteria that the plain run meets hold in other runs too. Those that it misses already are left out.
 *
 * @returns undefined if none is left
 */
export function checkInvariants(
	ids: readonly string[],
	plain: ProgramRun,
	others: readonly OtherRun[],
	{ isMet }: Judging,
): FindingOf<Pick<SharedFindings, "held">>[] | undefined {
	const left = ids.filter((id) => isMet(id, plain));
	if (left.length === 0) return undefined;
	return left.map((id) => {
		const broken = others.find(({ run }) => !isMet(id, run));
		return { met: broken === undefined, code: "held", data: { id, how: broken?.how ?? others[0]?.how ?? "" } };
	});
}

/** A judgement that waits, since nothing is left to hold. */
export const NO_INVARIANT_LEFT: Judgement<never> = { findings: [], share: 0, figures: [], waits: "held" };
