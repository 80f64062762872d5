import { allOf, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat, putInAll, reworded, statementOf, valuesFor, withAll } from "./pick.ts";

/** `fill` where the pen's colour was meant. */
export const fillForPen: Mistake = {
	id: "fill-for-pen",
	family: "paint",
	changes: ["colour"],
	made: "`fill` instead of the pen's colour",
	did: "`{was}` sets the inside",
	instead: "`{now}`",
	asks: "One word sets the inside, another the line. Which one is for the colour of the line@?",
	make: (sites) => [
		...reworded(sites, "pen", "fill"),
		...partsThat(sites, "pen colour").flatMap((p) => {
			const colour = valuesFor(sites, "pen colour").find((v) => v.statement === p.statement);
			const gap = sites.gaps.find((g) => g.after === p.statement);
			const whole = p.out.start === statementOf(sites, p).start;
			const put = colour && gap && !whole ? putInAll([gap], [sites.write.fill(colour.text)]) : [];
			const both = put.length > 0 && allOf([...put, without(sites, p)], "word");
			return both ? [{ ...both, at: p, also: [] }] : [];
		}),
	],
	mend: ({ sites }) => withAll(reworded(sites, "fill", "pen")),
	example: {
		right: "fill gold\npen colour navy\ncircle centre 100, 80 diameter 60\n",
		wrong: "fill gold\nfill navy\ncircle centre 100, 80 diameter 60\n",
	},
};
