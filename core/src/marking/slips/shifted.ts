import { movedTogether } from "./places.ts";
import { number, type Slip } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";

/** Everything, or all of one name, is off by the same step. */
export const shifted: Slip = {
	id: "shifted",
	about: ["place"],
	tries: (look) =>
		[look.misplaced, ...rowsOff(look)]
			.filter((off) => off.length >= 2 && off.length >= look.pairs.length / 2 && movedTogether(look, off))
			.slice(0, 1)
			.map(told),
};

type Off = readonly Pick<SlipContext["pairs"][number], "found" | "wanted">[];

/** Rows that begin at another place: each figure but one may stand where another should. */
function rowsOff(look: SlipContext): Off[] {
	return look.rows(3).flatMap(({ wanted, found }) => {
		const all = found.map((f, k) => ({ found: f, wanted: wanted[k] as (typeof wanted)[number] }));
		return all.every((p) => look.isSized(p) && !look.isPlaced(p)) ? [all] : [];
	});
}

function told(off: Off): ReturnType<Slip["tries"]>[number] {
	const [first] = off as readonly [Off[number], ...Off];
	const by = [first.found.centre[0] - first.wanted.centre[0], first.found.centre[1] - first.wanted.centre[1]] as const;
	return {
		lines: [...new Set(off.flatMap((p) => p.found.lines))].sort((a, b) => a - b),
		figures: off.map((p) => p.found.index),
		claims: off.map((p) => `place ${p.found.index}`),
		evidence: off
			.slice(0, 2)
			.flatMap(({ found, wanted }) => [
				number("x", wanted.centre[0] + by[0], found.centre[0]),
				number("y", wanted.centre[1] + by[1], found.centre[1]),
			]),
		data: {},
	};
}
