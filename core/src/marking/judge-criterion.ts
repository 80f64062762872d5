import { checkOf } from "./checks/index.ts";
import type { FigureRef, Finding, Judgement, Moment } from "./criterion.ts";
import { type Criterion, criterionById } from "./marking-spec.ts";
import { ofNearest } from "./nearest.ts";
import { creditOf } from "./points.ts";
import type { Judging, ProgramRun, Scene } from "./scene.ts";
import { nameOf } from "./subject-names.ts";
import { figuresOf } from "./subjects.ts";

/** Judges one criterion at the moment that it asks for. */
export function judgeCriterion(criterion: Criterion, run: ProgramRun): Judgement {
	const check = checkOf(criterion.check);
	const moments = run.at(check.timeless ? "end" : ((criterion.when ?? "end") as Moment));
	const all = moments.map(({ scene, frame }) => {
		const judgement = withGone(criterion, check.judge(criterion, scene, JUDGING), scene);
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

/** A judgement that can't be made, with the names of what isn't there. */
function withGone(criterion: Criterion, judgement: Judgement, scene: Scene): Judgement {
	if (!judgement.missing || judgement.waits || judgement.lacks) return judgement;
	const { of } = criterion;
	const own: readonly FigureRef[] =
		of === undefined || of === "everything" || of === "run" ? [] : ([of].flat() as FigureRef[]);
	const refs = [...own, ...(checkOf(criterion.check).names?.(criterion) ?? [])].filter((ref) => ref !== undefined);
	const isOne = (ref: FigureRef) =>
		(typeof ref === "string" ? (scene.matches.get(ref)?.selector.number ?? 1) : (ref.number ?? 1)) === 1;
	const gone = [
		...new Map(
			refs.filter((ref) => figuresOf(scene, ref).length === 0).map((ref) => [nameOf(ref), isOne(ref)] as const),
		),
	].map(([name, one]) => ({ name, one }));
	if (gone.length > 0) return { ...judgement, gone };
	return scene.drawing.figures.length === 0 ? { ...judgement, lacks: "drawing" } : judgement;
}

/** Combines per-frame results: one finding per frame, with the words of the first missed frame. */
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
		...(worst.gone && { gone: worst.gone }),
		...(worst.lacks && { lacks: worst.lacks }),
		...(missed.length > 0 && {
			frame,
			frames: { missed: missed.length, looked: all.length, ran: Math.max(last.frame, all.length) },
		}),
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
