import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced, times } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { reworded, valuesFor, withAll } from "./pick.ts";

/** `radius` where `diameter` was meant, so that it comes out twice as large. */
export const radiusForDiameter: Mistake = {
	id: "radius-for-diameter",
	family: "size and kind",
	changes: ["size"],
	made: "`radius` instead of `diameter`",
	did: "the number is the {was}",
	instead: "the {now}",
	asks: "Look at the size@: is the number all the way across, or from the middle to the rim?",
	make: (sites) => [...reworded(sites, "diameter", "radius"), ...radii(sites, 2)],
	mend: ({ sites }) => [...withAll(reworded(sites, "radius", "diameter")), ...radii(sites, 0.5)],
	example: { right: "circle centre 100, 80 diameter 60\n", wrong: "circle centre 100, 80 radius 60\n" },
};

/** Radii made larger or smaller, in a language that has no word for a diameter. */
function radii(sites: ProgramSites, factor: number): Change[] {
	if (sites.write.roundBy !== "radius") return [];
	return valuesFor(sites, "radius")
		.filter((v) => v.number !== undefined && v.number > 0)
		.map((v) => {
			const text = times(v.text, factor);
			return { ...replaced(sites, v, text, "word"), was: "radius", now: `number ${text}` };
		});
}
