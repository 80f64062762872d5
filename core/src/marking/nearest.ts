import type { Finding, Judgement } from "./criterion.ts";

/** Distance of a figure's findings from met: the number of missed ones, then their total deviation. */
function distanceOf(findings: readonly Finding[]): readonly [missed: number, off: number] {
	const missed = findings.filter((f) => !f.met);
	const off = missed.reduce((sum, f) => sum + (f.off ?? Number.POSITIVE_INFINITY) / Math.max(f.full ?? 1, 1e-9), 0);
	return [missed.length, off];
}

/**
 * What was found of the one figure that comes nearest to all that is asked, where one that meets it is enough: two
 * figures that meet a half each are not one that meets the whole.
 */
export function ofNearest(judgement: Judgement): Judgement {
	const { findings } = judgement;
	if (findings.length === 0) return judgement;
	const byFigure = new Map<number, Finding[]>();
	for (const [i, finding] of findings.entries()) {
		// What is of no figure, as a call is, is one by itself.
		const of = finding.figure ?? -1 - i;
		const own = byFigure.get(of);
		if (own) own.push(finding);
		else byFigure.set(of, [finding]);
	}
	let [nearest, own] = [...byFigure][0] as [number, Finding[]];
	for (const [figure, others] of byFigure) {
		const [a, b] = [distanceOf(others), distanceOf(own)];
		if (a[0] < b[0] || (a[0] === b[0] && a[1] < b[1])) [nearest, own] = [figure, others];
	}
	return {
		...judgement,
		findings: own,
		share: own.filter((f) => f.met).length / own.length,
		figures: nearest < 0 ? [] : [nearest],
		...(byFigure.size > 1 && { nearest: true }),
	};
}
