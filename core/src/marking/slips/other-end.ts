import { explained, point, type Slip } from "./slip.ts";

/** A line begins at the other end of the one that it should meet. */
export const otherEnd: Slip = {
	id: "other-end",
	about: ["place"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (found.closed || wanted.closed) return [];
			for (const other of look.pairs) {
				if (other.wanted === wanted || other.wanted.closed || other.found.closed) continue;
				const ends = [other.wanted.start, other.wanted.end];
				const met = ends.findIndex((end) => [wanted.start, wanted.end].some((tip) => look.near(tip, end)));
				if (met < 0) continue;
				const away = [other.found.start, other.found.end].find((end) => !look.near(end, ends[met] as never));
				const tip = away && [found.start, found.end].find((p) => look.near(p, away));
				const right = [found.start, found.end].some((p) => look.near(p, ends[met] as never));
				if (tip && away && !right) return [explained(found, ["place"], [point("end", away, tip)])];
			}
			return [];
		}),
};
