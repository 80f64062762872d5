import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { exchanged } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** Two colours that have each other's place. */
export const coloursExchanged: Mistake = {
	id: "colours-exchanged",
	family: "paint",
	changes: ["colour"],
	made: "two colours exchanged",
	did: "the colours are {was}",
	instead: "{now}",
	asks: "Two shapes have each other's colours@. In which order are they set?",
	make: (sites) => swaps(sites, (i, k) => k === i + 1),
	mend: ({ sites }) => swaps(sites, (i, k) => k > i && k - i <= 6),
	example: {
		right: "fill gold\ncircle centre 100, 80 diameter 60\nfill navy\ncircle centre 200, 80 diameter 60\n",
		wrong: "fill navy\ncircle centre 100, 80 diameter 60\nfill gold\ncircle centre 200, 80 diameter 60\n",
	},
};

function swaps(sites: ProgramSites, isPair: (i: number, k: number) => boolean): Change[] {
	const colours = sites.values.filter((v) => v.colour !== undefined);
	return colours.flatMap((a, i) =>
		colours.flatMap((b, k) => (isPair(i, k) && a.text !== b.text ? [exchanged(sites, a, b)] : [])),
	);
}
