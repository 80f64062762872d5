import { movedTo } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A name declared again in each frame, so that it always begins again. */
export const stuckNewEachFrame: Mistake = {
	id: "stuck-new-each-frame",
	family: "frames and chance",
	changes: [],
	made: "a variable declared again in each frame",
	did: "`{was}` runs in every frame",
	instead: "declaring it once, before,",
	asks: "The declaration@ runs in every frame. Which value does the name have each time?",
	make: (sites) => {
		const gap = sites.gaps.find((g) => g.before === undefined && sites.statements[g.block - 1]?.does.has("frames"));
		return gap
			? statementsThat(sites, "declare")
					.filter((s) => s.block === 0)
					.flatMap((s) => movedTo(sites, s, gap) ?? [])
			: [];
	},
	mend: ({ sites }) =>
		statementsThat(sites, "declare")
			.filter((s) => s.block !== 0)
			.flatMap((s) => {
				const gap = sites.gaps.find((g) => g.after === s.block - 1);
				return (gap && movedTo(sites, s, gap)) ?? [];
			}),
	example: {
		right: "let x = 20\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
		wrong: "each frame\n  let x = 20\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
	},
};
