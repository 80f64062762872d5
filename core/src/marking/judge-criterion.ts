import type { Case } from "./case.ts";
import { checkOf } from "./checks/index.ts";
import type { Finding, Judgement, Moment } from "./criterion.ts";
import { creditOf } from "./points.ts";
import type { Criterion } from "./wanted.ts";

/** Judges one criterion at the moment that it asks for. */
export function judgeCriterion(criterion: Criterion, run: Case): Judgement {
	const check = checkOf(criterion.check);
	const moments = run.at(check.timeless ? "end" : ((criterion.when ?? "end") as Moment));
	const all = moments.map(({ scene, frame }) => ({ frame, judgement: check.judge(criterion, scene) }));
	const first = all[0] as (typeof all)[number];
	if (all.length === 1) return first.frame === undefined ? first.judgement : { ...first.judgement, frame: first.frame };
	return together(
		all.map(({ judgement, frame }) => ({ judgement, frame: frame ?? 0 })),
		criterion,
		Math.max(run.framesAsked, all.length),
	);
}

/** What was found out frame by frame as one: a finding a frame, and what the first frame that misses it says. */
function together(all: readonly { frame: number; judgement: Judgement }[], criterion: Criterion, frames: number): Judgement {
	const isMet = ({ judgement }: (typeof all)[number]) => creditOf({ criterion: { ...criterion, credit: "all or nothing" }, forbids: false, judgement }) === 1;
	const missed = all.filter((one) => !isMet(one));
	const worst = missed[0] ?? (all.at(-1) as (typeof all)[number]);
	const rest = missed
		.slice(1)
		.map(
			({ judgement, frame }): Finding => ({ ...(judgement.findings.find((f) => !f.met) ?? NOTHING), data: { ...(judgement.findings.find((f) => !f.met) ?? NOTHING).data, frame } }),
		);
	const reached = all.length / Math.max(1, frames) > 0.999 || frames <= all.length ? 1 : Math.min(1, (all.at(-1) as (typeof all)[number]).frame / frames);
	const share = (all.reduce((sum, { judgement }) => sum + judgement.share, 0) / all.length) * reached;
	return {
		findings: [...worst.judgement.findings, ...rest],
		share,
		figures: worst.judgement.figures,
		...(worst.judgement.wanted !== undefined && { wanted: worst.judgement.wanted }),
		...(all.every(({ judgement }) => judgement.missing) && { missing: true }),
		...(missed.length > 0 && { frame: worst.frame }),
	};
}

const NOTHING: Finding = { met: false, code: "figure-missing", data: {} };
