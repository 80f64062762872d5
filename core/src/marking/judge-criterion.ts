import { checkOf } from "./checks/index.ts";
import type { Finding, Judgement, Moment } from "./criterion.ts";
import { type Criterion, criterionById } from "./marking-spec.ts";
import { ofNearest } from "./nearest.ts";
import { creditOf } from "./points.ts";
import type { Judging, ProgramRun } from "./scene.ts";

/** Judges one criterion at the moment that it asks for. */
export function judgeCriterion(criterion: Criterion, run: ProgramRun): Judgement {
	const check = checkOf(criterion.check);
	const moments = run.at(check.timeless ? "end" : ((criterion.when ?? "end") as Moment));
	const all = moments.map(({ scene, frame }) => {
		const judgement = check.judge(criterion, scene, JUDGING);
		return { frame, judgement: criterion.for === "any" ? ofNearest(judgement) : judgement };
	});
	const first = all[0] as (typeof all)[number];
	if (all.length === 1) return first.frame === undefined ? first.judgement : { ...first.judgement, frame: first.frame };
	return together(
		all.map(({ judgement, frame }) => ({ judgement, frame: frame ?? 0 })),
		criterion,
		run.framesAsked,
	);
}

/** What was found out frame by frame as one: a finding a frame, and what the first frame that misses it says. */
function together(
	all: readonly { frame: number; judgement: Judgement }[],
	criterion: Criterion,
	frames: number,
): Judgement {
	const isMet = ({ judgement }: (typeof all)[number]) =>
		creditOf({ criterion: { ...criterion, credit: "all or nothing" }, forbids: false, judgement }) === 1;
	const missed = all.filter((one) => !isMet(one));
	const last = all.at(-1) as (typeof all)[number];
	const { judgement: worst, frame } = missed[0] ?? last;
	const rest = missed.slice(1).map((one): Finding => {
		const finding = one.judgement.findings.find((f) => !f.met) ?? NOTHING;
		return { ...finding, data: { ...finding.data, frame: one.frame } };
	});
	// Frames that the program left before they came count as missed.
	const reached = Math.min(1, last.frame / Math.max(1, frames));
	return {
		findings: [...worst.findings, ...rest],
		share: (all.reduce((sum, { judgement }) => sum + judgement.share, 0) / all.length) * reached,
		figures: worst.figures,
		...(worst.wanted !== undefined && { wanted: worst.wanted }),
		...(all.every(({ judgement }) => judgement.missing) && { missing: true }),
		...(missed.length > 0 && { frame }),
	};
}

const NOTHING: Finding = { met: false, code: "figure-missing", data: {} };

/** What checks ask of other criteria: each is judged as it would be by itself. */
const JUDGING: Judging = {
	isMet(id, run) {
		const criterion = criterionById(run.spec, id);
		if (!criterion) return false;
		return creditOf({ criterion, forbids: false, judgement: judgeCriterion(criterion, run) }) >= 1 - 1e-9;
	},
};
