import { resizedBy } from "./larger.ts";
import type { Look } from "./look.ts";
import { roundness } from "./look.ts";
import type { Mistake } from "./mistake.ts";

/** A size that is too small, or too large, in both directions by the same factor. */
export const smaller: Mistake = {
	id: "smaller",
	family: "size and kind",
	changes: ["size"],
	made: "made smaller",
	did: "the size is {was}",
	instead: "{now}",
	asks: "How large should this be? Look at the size@.",
	make: (sites) => resizedBy(sites, 0.5),
	mend: (look) => ratios(look).flatMap((ratio) => resizedBy(look.sites, ratio)),
	example: { right: "rect corner 40, 40 size 120, 60\n", wrong: "rect corner 40, 40 size 60, 30\n" },
};

/** By how much wanted figures are larger than the found ones, the most frequent first. */
export function ratios({ pairs }: Look): number[] {
	const counts = new Map<number, number>();
	for (const { found, wanted } of pairs) {
		if (found.width < 0.5 || found.height < 0.5) continue;
		const ratio = Math.round((wanted.width / found.width) * 1e4) / 1e4;
		const other = wanted.height / found.height;
		if (Math.abs(ratio - 1) < 0.02 || Math.abs(other / ratio - 1) > 0.03) continue;
		const round = [ratio, other].find((r) => roundness(r * 100) >= 3) ?? ratio;
		counts.set(round, (counts.get(round) ?? 0) + 1);
	}
	return [...counts]
		.sort((a, b) => b[1] - a[1])
		.slice(0, 3)
		.map(([ratio]) => ratio);
}
