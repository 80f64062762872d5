import { checkOf } from "./checks/index.ts";
import type { Finding, Judgement } from "./criterion.ts";
import { judgeCriterion } from "./judge-criterion.ts";
import { type Criterion, type CriterionOrGroup, innerOf } from "./marking-spec.ts";
import { creditOf, type Judged, type Points, type Score, scores, total } from "./points.ts";
import type { FigureMatch, ProgramRun } from "./scene.ts";

/** A criterion or a group judged. */
export interface JudgedCriterion extends Judged {
	readonly criterion: CriterionOrGroup;
	readonly inner?: readonly (Judged & { readonly criterion: Criterion })[];
}

/** Every criterion judged, with its points. */
export interface Marked {
	readonly judged: readonly (JudgedCriterion & { readonly score: Score })[];
	readonly matches: ReadonlyMap<string, FigureMatch>;
	readonly points: Points;
	/** The plain run, with the figures that were taken for wanted ones. */
	readonly run: ProgramRun;
}

/** How often another way to match is taken up because it earns more. */
const MAX_ROUNDS = 3;

/**
 * Judges a program's runs by all that is wanted. Of ways to match that are as good or nearly, the one that earns most
 * is taken.
 */
export function judge(plain: ProgramRun): Marked {
	let best = judgeMatched(plain);
	if (!plain.program.isReadable) return best;
	for (let round = 0; round < MAX_ROUNDS && isShort(best); round++) {
		const before = best;
		for (const preferred of before.run.exchanges) {
			const other = judgeMatched(before.run.preferring(preferred));
			if (earnedIn(other) > earnedIn(best)) best = other;
		}
		if (best === before) break;
	}
	return best;
}

const earnedIn = ({ judged }: Marked) => judged.reduce((sum, { score }) => sum + score.points, 0);

/** Whether some criterion that isn't waited for lacks points. */
function isShort({ judged }: Marked): boolean {
	return judged.some((j) => j.score.points < j.criterion.points && !j.judgement.waits);
}

/** Judges some of a program's criteria alone, with the figures that its matching takes first. */
export function judgeSome(plain: ProgramRun, criteria: readonly CriterionOrGroup[]): JudgedCriterion[] {
	const { spec, program } = plain;
	const seeds = program.read.usesChance && spec.seeds.length > 1 ? spec.seeds : [];
	const runs =
		seeds.length > 1
			? seeds.map((seed) => ({ seed, run: plain.changed({ seed }) }))
			: [{ seed: undefined, run: plain }];
	return criteria.map((asked) => {
		if (!program.isReadable) return unread(asked);
		const all = runs.map(({ seed, run }) => judgeAsked(asked, run, seed));
		return all.reduce((worst, one) => (creditOf(one) < creditOf(worst) ? one : worst));
	});
}

/** Judges a program's runs with the figures that its matching takes. */
function judgeMatched(plain: ProgramRun): Marked {
	const { spec } = plain;
	const judged = judgeSome(plain, spec.criteria);
	const results = scores(judged);
	return {
		judged: judged.map((j, i) => ({ ...j, score: results[i] as Score })),
		matches: plain.scene.matches,
		points: total(judged, results, spec.beyondFull),
		run: plain,
	};
}

/** An unreadable program is not judged and earns nothing; its errors say what to correct first. */
function unread(criterion: CriterionOrGroup): JudgedCriterion {
	return { criterion, forbids: false, judgement: { findings: [], share: 0, figures: [], waits: "reading" } };
}

function judgeAsked(asked: CriterionOrGroup, run: ProgramRun, seed: number | undefined): JudgedCriterion {
	const of = seed === undefined ? {} : { seed };
	if ("check" in asked)
		return {
			criterion: asked,
			forbids: checkOf(asked.check).forbids(asked),
			judgement: { ...judgeCriterion(asked, run), ...of },
		};
	const inner = innerOf(asked).map((criterion) => ({
		criterion,
		forbids: checkOf(criterion.check).forbids(criterion),
		judgement: judgeCriterion(criterion, run),
	}));
	const findings: Finding[] = inner.map((one) => ({
		met: creditOf(one) >= 1 - 1e-9,
		code: "group",
		data: { id: one.criterion.id },
	}));
	const figures = [...new Set(inner.flatMap((one) => one.judgement.figures))];
	const judgement: Judgement = {
		findings,
		share: findings.filter((f) => f.met).length / Math.max(1, findings.length),
		figures,
		...of,
	};
	return { criterion: asked, forbids: inner.length > 0 && inner.every((one) => one.forbids), judgement, inner };
}
