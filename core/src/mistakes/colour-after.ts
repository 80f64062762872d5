import type { ProgramSites, StatementSite } from "../languages/sites.ts";
import { allOf, movedTo } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A colour or width set after what it is for. */
export const colourAfter: Mistake = {
	id: "colour-after",
	family: "paint",
	changes: ["colour"],
	made: "the colour set after the shape",
	did: "`{was}` comes after what it is for",
	instead: "setting it before",
	asks: "A setting applies to what comes after it. Which shape should the setting@ be for?",
	make: (sites) =>
		settings(sites).flatMap((s) => {
			const next = sites.statements.find(
				(o) => o.block === s.block && o.start === s.end && (o.does.has("shape") || o.does.has("lay")),
			);
			const gap = next && sites.gaps.find((g) => g.before === next.index && g.block === s.block);
			return (gap && movedTo(sites, s, gap)) ?? [];
		}),
	mend({ sites }) {
		const past = (by: number) =>
			settings(sites).flatMap((s) => {
				const gaps = sites.gaps.filter((g) => g.block === s.block);
				const gap = gaps[gaps.findIndex((g) => g.after === s.index) - by];
				return (gap && movedTo(sites, s, gap)) ?? [];
			});
		const all = allOf(past(1), "moved");
		return [...past(1), ...(all ? [all] : []), ...[2, 3, 4, -2, -3].flatMap(past)];
	},
	example: {
		right: "fill gold\ncircle centre 100, 80 diameter 60\nfill navy\ncircle centre 200, 80 diameter 60\n",
		wrong: "fill gold\ncircle centre 100, 80 diameter 60\ncircle centre 200, 80 diameter 60\nfill navy\n",
	},
};

const settings = (sites: ProgramSites): StatementSite[] =>
	statementsThat(sites, "fill", "pen colour", "pen width", "no pen", "paper");
