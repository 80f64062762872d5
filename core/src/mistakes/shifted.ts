import type { Point } from "../geometry/points.ts";
import type { PairSite } from "../languages/sites.ts";
import { plus, replaced } from "./edits.ts";
import type { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { moved } from "./other-origin.ts";
import { eachStatement } from "./pick.ts";

/** A place, or every place, off by the same step. */
export const shifted: Mistake = {
	id: "shifted",
	family: "placing",
	changes: ["place"],
	made: "moved",
	did: "the place is {was}",
	instead: "{now}",
	asks: "Where should this be@?",
	make: (sites, { far }) =>
		eachStatement(sites, "place", ({ first, second }) => [
			replaced(sites, first, plus(first.text, far), "evidence"),
			replaced(sites, second, plus(second.text, -far), "evidence"),
		]),
	*mend(look) {
		const { sites } = look;
		for (const [dx, dy] of offsets(look).slice(0, 6)) {
			const both = (p: PairSite) => [
				...(dx === 0 ? [] : [replaced(sites, p.first, plus(p.first.text, dx), "evidence")]),
				...(dy === 0 ? [] : [replaced(sites, p.second, plus(p.second.text, dy), "evidence")]),
			];
			yield* eachStatement(sites, "place", both);
			yield* moved(sites, [dx, dy], "evidence") ?? [];
		}
	},
	example: { right: "circle centre 100, 60 diameter 40\n", wrong: "circle centre 130, 30 diameter 40\n" },
};

/** Offsets of figures, most frequent first; for missing outlines, offsets of corners. */
function offsets({ moments }: Look): (readonly [number, number])[] {
	const counts = new Map<string, number>();
	const add = (from: Point, to: Point, weight: number) => {
		const by = [to[0] - from[0], to[1] - from[1]].map(Math.round);
		if (by.every((n) => n === 0)) return;
		counts.set(by.join(), (counts.get(by.join()) ?? 0) + weight);
	};
	for (const { pairs, gone, extra } of moments) {
		for (const { found, wanted } of pairs) add(found.centre, wanted.centre, 3);
		const corners = gone.flatMap((g) => g.wanted.points).slice(0, 24);
		for (const to of corners) for (const from of extra.flatMap((f) => f.points).slice(0, 24)) add(from, to, 1);
	}
	return [...counts].sort((a, b) => b[1] - a[1]).map(([key]) => key.split(",").map(Number) as [number, number]);
}
