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
}

/** Judges a program's runs by all that is wanted. */
export function judge(plain: ProgramRun): Marked {
	const { spec, program } = plain;
	const seeds = program.usesChance && spec.seeds.length > 1 ? spec.seeds : [];
	const runs =
		seeds.length > 1
			? seeds.map((seed) => ({ seed, run: plain.changed({ seed }) }))
			: [{ seed: undefined, run: plain }];
	const judged = spec.criteria.map((asked): JudgedCriterion => {
		const all = runs.map(({ seed, run }) => judgeAsked(asked, run, seed));
		return all.reduce((worst, one) => (creditOf(one) < creditOf(worst) ? one : worst));
	});
	const results = scores(judged);
	return {
		judged: judged.map((j, i) => ({ ...j, score: results[i] as Score })),
		matches: plain.scene.matches,
		points: total(judged, results, spec.beyondFull),
	};
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
