import { movedTo, putIn, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { putInAll, statementsThat } from "./pick.ts";

/** The sheet isn't covered again in each frame, so that the frames before can still be seen. */
export const trail: Mistake = {
	id: "trail",
	family: "frames and chance",
	changes: [],
	made: "the sheet not covered again",
	did: "the frames before are still there",
	instead: "`{now}` in each frame",
	asks: "The pictures of earlier frames are still there. What has to happen at the start of each frame@?",
	make: (sites) =>
		statementsThat(sites, "paper", "wipe")
			.filter((s) => sites.statements[s.block - 1]?.does.has("frames"))
			.map((s) => without(sites, s)),
	mend({ sites, moments }) {
		const gaps = sites.gaps.filter((g) => g.before === undefined && sites.statements[g.block - 1]?.does.has("frames"));
		const papers = statementsThat(sites, "paper");
		// A drawing with more and more figures speaks for it.
		const likelier = (moments.at(-1)?.extra.length ?? 0) > 20 ? 50 : 1;
		const changes = gaps.flatMap((gap) => [
			...papers.flatMap((p) => {
				const moved = movedTo(sites, p, gap);
				return moved ? [{ ...moved, now: p.text }] : [];
			}),
			...papers.map((p) => putIn(gap, p.text)),
			...putInAll([gap], [sites.write.wipe]),
		]);
		return changes.map((change) => ({ ...change, likelier }));
	},
	example: {
		right: "let x = 20\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
		wrong: "let x = 20\neach frame\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
	},
};
