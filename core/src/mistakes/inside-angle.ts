import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { takenFrom } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { changed, valuesFor, withAll } from "./pick.ts";

/** Turned by the angle inside the corner, not by the one between the old direction and the new. */
export const insideAngle: Mistake = {
	id: "inside-angle",
	family: "turning",
	changes: [],
	made: "turned by the inside angle",
	did: "turned by {was}",
	instead: "turning by {now}",
	asks: "Look at the turn@: is it the angle inside the corner, or what the pen must turn by to walk the next side?",
	make: (sites) => insides(sites),
	mend: ({ sites }) => withAll(insides(sites)),
	example: {
		right: "repeat 3\n  walk 80\n  turn left 120\nend\n",
		wrong: "repeat 3\n  walk 80\n  turn left 60\nend\n",
	},
};

const insides = (sites: ProgramSites): Change[] =>
	valuesFor(sites, "turn").flatMap(
		(value) => changed(sites, value, takenFrom(180, value.text), "sign or brackets") ?? [],
	);
